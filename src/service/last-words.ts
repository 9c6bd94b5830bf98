import { allEntries } from '../store/ledger.js';
import type { OpenStudy } from './context.js';

/** What was done last in a study, in words. */
export function lastWords({ db }: Pick<OpenStudy, 'db'>): string {
  const last = [...allEntries(db)].sort((a, b) => a.revision - b.revision).at(-1);
  if (!last) return 'Something was changed.';
  return last.undone ? `Undone: ${last.words}` : last.words;
}
