import { useCallback, useEffect, useState } from 'react';
import type { Amended, Amendment, LedgerEntry } from '../../api/types.js';
import { client, problemText } from '../client.js';
import { CHANGED, listen, MOVED, tell } from '../shell/changed.js';

/** The ledger as the server has it, and the ways to go up and down in it. */
export function useLedger(study: string) {
  const [entries, setEntries] = useState<LedgerEntry[] | null>(null);
  const [trouble, setTrouble] = useState<{ detail: string; mend: string } | null>(null);
  const [toast, setToast] = useState<string | null>(null);
  const [amended, setAmended] = useState<(Amended & Pick<Amendment, 'is'>) | null>(null);
  const reload = useCallback(() => {
    client.ledger(study).then(setEntries, (error: unknown) => setTrouble(problemText(error)));
  }, [study]);
  useEffect(() => {
    reload();
    const stop = [listen(CHANGED, reload), listen(MOVED, reload)];
    const shown = () => document.visibilityState === 'visible' && reload();
    document.addEventListener('visibilitychange', shown);
    return () => {
      for (const one of stop) one();
      document.removeEventListener('visibilitychange', shown);
    };
  }, [reload]);
  const go = useCallback((work: Promise<{ words: string }>, say: (words: string) => string) => {
    work.then(
      ({ words }) => {
        setTrouble(null);
        setToast(say(words));
        tell(MOVED);
      },
      (error: unknown) => {
        setTrouble(problemText(error));
        // What somebody else did meanwhile is shown; then it can be tried again.
        tell(MOVED);
      },
    );
  }, []);
  const done = entries?.filter(({ undone, leftOut }) => !undone && leftOut === null).at(-1);
  return {
    entries,
    trouble,
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
      client.amendEntry(study, entry, amendment).then(
        (found) => {
          setTrouble(null);
          setAmended({ ...found, is: amendment.is });
          tell(MOVED);
        },
        (error: unknown) => {
          setTrouble(problemText(error));
          reload();
        },
      ),
    undo: () => go(client.undo(study), (words) => `Undone: ${words}`),
    redo: () => go(client.redo(study), (words) => `Done again: ${words}`),
    goTo: (entry: number) => go(client.goToEntry(study, entry), (words) => `As it was after: ${words}`),
  };
}
