import { dropLooseColumns } from '../store/columns.js';
import type { Db } from '../store/open.js';

/** Takes away what was computed for a change that did not land; what stays is taken away when the study is opened. */
export function tidy(db: Db): void {
  try {
    dropLooseColumns(db);
  } catch {
    // The reason why the change did not land is what is told.
  }
}
