import { useCallback, useState } from 'react';
import type { Changed, EntryEdit } from '../../api/types.js';
import { change } from '../server/ask.js';
import { editEntries } from '../server/edit-entries.js';
import { type Trouble, troubleOf } from '../server/problem.js';
import { useAnswer } from '../server/use-answer.js';
import { useStudy } from '../shell/use-study.js';

/** A change; on which revision it was begun, where that is not the one on the page; null: whatever came since. */
export type Work = (base?: number | null) => Promise<Changed>;

/** The codebook as the server has it, and the ways to change it. */
export function useCodebook(study: string) {
  const { view, problem } = useStudy(study);
  const lists = useAnswer('GET /studies/{study}/code-lists', { study }, { keep: true });
  const health = useAnswer('GET /studies/{study}/health', { study }, { keep: true });
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [toast, setToast] = useState<string | null>(null);
  /**
   * Makes a change and shows what became of it. Resolves with whether it was made. `work` is called with null to be
   * done whatever somebody else did meanwhile.
   */
  const run = useCallback(async (work: Work, say: (words: string) => string = (words) => words): Promise<boolean> => {
    const attempt = async (base?: null): Promise<boolean> => {
      try {
        const { words } = await work(base);
        setTrouble(null);
        setToast(say(words));
        return true;
      } catch (error) {
        // Where somebody else changed the same, it ends when it is made all the same.
        return new Promise((resolve) => {
          const refused = troubleOf(error, () => void attempt(null).then(resolve));
          setTrouble(refused);
          if (!refused.again) resolve(false);
        });
      }
    };
    return attempt();
  }, []);
  const edit = useCallback(
    (edits: readonly EntryEdit[], words?: string, note = '', seen?: number | null) =>
      run(
        (base = seen) => editEntries(study, edits, words, base),
        (text) => (note === '' ? text : `${text}. ${note}`),
      ),
    [run, study],
  );
  const undo = useCallback(
    () =>
      run(
        () => change('POST /studies/{study}/ledger/undo', { study }),
        (words) => `Undone: ${words}`,
      ),
    [run, study],
  );
  const redo = useCallback(
    () =>
      run(
        () => change('POST /studies/{study}/ledger/redo', { study }),
        (words) => `Done again: ${words}`,
      ),
    [run, study],
  );
  return {
    view,
    problem,
    lists: lists.answer ?? [],
    health: health.answer,
    trouble: trouble ?? lists.problem ?? health.problem,
    setTrouble,
    toast,
    setToast,
    run,
    edit,
    undo,
    redo,
  };
}

export type Codebook = ReturnType<typeof useCodebook>;
