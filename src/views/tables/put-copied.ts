import type { CopiedTable } from '../../core/view/copied-table.js';
import type { Trouble } from '../server/problem.js';

/** What is told of a copy. */
export interface Told {
  toast: (text: string) => void;
  fail: (trouble: Trouble) => void;
}

export const COPIED = 'Copied: paste it into a document or a spreadsheet.';

const REFUSED: Trouble = {
  detail: 'The browser does not let a button copy here.',
  mend: 'Click into the table and press Ctrl+C; on a page of this computer or over https the button works too.',
};

/** Puts a table on the clipboard, and tells whether it is there. */
export function putCopied({ html, text }: CopiedTable, { toast, fail }: Told): void {
  const item = () =>
    new ClipboardItem({
      'text/html': new Blob([html], { type: 'text/html' }),
      'text/plain': new Blob([text], { type: 'text/plain' }),
    });
  // Without a secure page there is no clipboard to write to.
  const written = async () => navigator.clipboard.write([item()]);
  void written().then(
    () => toast(COPIED),
    () => fail(REFUSED),
  );
}
