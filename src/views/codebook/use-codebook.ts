import { useCallback, useEffect, useState } from 'react';
import type { Changed, CodeList, Complaint, EntryEdit } from '../../api/types.js';
import { client, problemText } from '../client.js';
import { MOVED, tell } from '../shell/changed.js';
import { useStudy } from '../shell/use-study.js';

/** The codebook as the server has it, and the ways to change it. */
export function useCodebook(study: string) {
  const { view, problem, reload } = useStudy(study);
  const [lists, setLists] = useState<CodeList[]>([]);
  const [health, setHealth] = useState<Complaint[] | null>(null);
  const [trouble, setTrouble] = useState<{ detail: string; mend: string } | null>(null);
  const [toast, setToast] = useState<string | null>(null);
  const revision = view?.study.revision;
  useEffect(() => {
    if (revision === undefined) return;
    let wanted = true;
    const failed = (error: unknown) => wanted && setTrouble(problemText(error));
    client.codeLists(study).then((found) => wanted && setLists(found), failed);
    client.health(study).then((found) => wanted && setHealth(found), failed);
    return () => {
      wanted = false;
    };
  }, [study, revision]);
  /** Makes a change and shows what became of it. Resolves with whether it was made. */
  const run = useCallback(
    async (work: () => Promise<Changed>, say: (words: string) => string = (words) => words): Promise<boolean> => {
      try {
        const { words } = await work();
        setTrouble(null);
        await reload();
        setToast(say(words));
        return true;
      } catch (error) {
        setTrouble(problemText(error));
        return false;
      }
    },
    [reload],
  );
  const edit = useCallback(
    (edits: readonly EntryEdit[], words?: string, note = '') =>
      run(() => client.editEntries(study, edits, words), (said) => (note === '' ? said : `${said}. ${note}`)),
    [run, study],
  ); // prettier-ignore
  const undo = useCallback(() => run(() => client.undo(study).finally(() => tell(MOVED)), (words) => `Undone: ${words}`), [run, study]); // prettier-ignore
  const redo = useCallback(() => run(() => client.redo(study).finally(() => tell(MOVED)), (words) => `Done again: ${words}`), [run, study]); // prettier-ignore
  return { view, problem, reload, lists, health, trouble, setTrouble, toast, setToast, run, edit, undo, redo };
}

export type Codebook = ReturnType<typeof useCodebook>;
