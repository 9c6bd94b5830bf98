import { useCallback, useEffect, useState } from 'react';
import type { Changed, CodeList, Complaint, EntryEdit } from '../../api/types.js';
import { client, problemText, type Trouble, troubleOf } from '../client.js';
import { MOVED, tell } from '../shell/changed.js';
import { useStudy } from '../shell/use-study.js';

/** A change; on which revision it was begun, where that is not the one on the page; null: whatever came since. */
export type Work = (base?: number | null) => Promise<Changed>;

/** The codebook as the server has it, and the ways to change it. */
export function useCodebook(study: string) {
  const { view, problem, reload } = useStudy(study);
  const [lists, setLists] = useState<CodeList[]>([]);
  const [health, setHealth] = useState<Complaint[] | null>(null);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
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
  /**
   * Makes a change and shows what became of it. Resolves with whether it was made. `work` is called with null to be
   * done whatever somebody else did meanwhile.
   */
  const run = useCallback(
    async (work: Work, say: (words: string) => string = (words) => words): Promise<boolean> => {
      const attempt = async (base?: null): Promise<boolean> => {
        try {
          const { words } = await work(base);
          setTrouble(null);
          await reload();
          setToast(say(words));
          return true;
        } catch (error) {
          await reload();
          // Where somebody else changed the same, it ends when it is made all the same.
          return new Promise((resolve) => {
            const trouble = troubleOf(error, () => void attempt(null).then(resolve));
            setTrouble(trouble);
            if (!trouble.again) resolve(false);
          });
        }
      };
      return attempt();
    },
    [reload],
  );
  const edit = useCallback(
    (edits: readonly EntryEdit[], words?: string, note = '', seen?: number | null) =>
      run(
        (base = seen) => client.editEntries(study, edits, words, base),
        (said) => (note === '' ? said : `${said}. ${note}`),
      ),
    [run, study],
  );
  const undo = useCallback(
    () =>
      run(
        () => client.undo(study).finally(() => tell(MOVED)),
        (words) => `Undone: ${words}`,
      ),
    [run, study],
  );
  const redo = useCallback(
    () =>
      run(
        () => client.redo(study).finally(() => tell(MOVED)),
        (words) => `Done again: ${words}`,
      ),
    [run, study],
  );
  return { view, problem, reload, lists, health, trouble, setTrouble, toast, setToast, run, edit, undo, redo };
}

export type Codebook = ReturnType<typeof useCodebook>;
