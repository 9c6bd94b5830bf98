import type { Changed, EntryEdit } from '../../api/types.js';
import { change } from './ask.js';

/** The screen sends a code list as a whole: a code that is absent was removed. */
const whole = (edit: EntryEdit) => (edit.codes ? { ...edit, onlyThese: true } : edit);

/**
 * Changes entries of the codebook, as one change.
 * @param words what the ledger calls it, where it is not to find its own
 * @param seen the revision on which an editor began; null: whatever came since
 */
export function editEntries(
  study: string,
  edits: readonly EntryEdit[],
  words?: string,
  seen?: number | null,
): Promise<Changed> {
  const body = { edits: edits.map(whole), ...(words === undefined ? {} : { words }) };
  return change('PATCH /studies/{study}/codebook', { study, body }, seen);
}
