import { allEntries } from '../store/ledger.js';
import type { OpenStudy } from './context.js';

/** What was done last in a study, in words. */
export function lastWords({ db }: Pick<OpenStudy, 'db'>): string {
  const [first, ...others] = allEntries(db);
  if (!first) return 'Something was changed.';
  const { undone, words } = others.reduce((last, entry) => (entry.revision >= last.revision ? entry : last), first);
  return undone ? `Undone: ${words}` : words;
}
