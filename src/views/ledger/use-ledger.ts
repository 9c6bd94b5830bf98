import { useCallback, useState } from 'react';
import type { Amended, Amendment } from '../../api/types.js';
import { change } from '../server/ask.js';
import { problemText } from '../server/problem.js';
import { useAnswer } from '../server/use-answer.js';

/** The ledger as the server has it, and the ways to go up and down in it. */
export function useLedger(study: string) {
  const { answer: entries, problem } = useAnswer(
    'GET /studies/{study}/ledger',
    { study },
    { keep: true, onFocus: true },
  );
  const [trouble, setTrouble] = useState<{ detail: string; mend: string } | null>(null);
  const [toast, setToast] = useState<string | null>(null);
  const [amended, setAmended] = useState<(Amended & Pick<Amendment, 'is'>) | null>(null);
  const go = useCallback((work: Promise<{ words: string }>, say: (words: string) => string) => {
    work.then(
      ({ words }) => {
        setTrouble(null);
        setToast(say(words));
      },
      (error: unknown) => setTrouble(problemText(error)),
    );
  }, []);
  const done = entries?.filter(({ undone, leftOut }) => !undone && leftOut === null).at(-1);
  return {
    entries,
    trouble: trouble ?? problem,
    setTrouble,
    toast,
    setToast,
    /** What would be undone, and done again, next. */
    last: done?.undoable ? done : null,
    next: entries?.find(({ undone, leftOut }) => undone && leftOut === null) ?? null,
    amended,
    setAmended,
    /** Changes an entry in the middle; what became of those after it is in `amended`. */
    amend: (entry: number, amendment: Amendment) =>
      change('PATCH /studies/{study}/ledger/{entry}', { study, entry, body: amendment }).then(
        (made) => {
          setTrouble(null);
          setAmended({ ...made, is: amendment.is });
        },
        (error: unknown) => setTrouble(problemText(error)),
      ),
    undo: () => go(change('POST /studies/{study}/ledger/undo', { study }), (words) => `Undone: ${words}`),
    redo: () => go(change('POST /studies/{study}/ledger/redo', { study }), (words) => `Done again: ${words}`),
    goTo: (entry: number) =>
      go(
        change('PUT /studies/{study}/ledger/place', { study, body: { entry } }),
        (words) => `As it was after: ${words}`,
      ),
  };
}
