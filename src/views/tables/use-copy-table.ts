import type { ClipboardEvent } from 'react';
import type { Shown } from '../../api/types.js';
import { copiedTable } from '../../core/view/copied-table.js';
import { laidOut } from '../../core/view/laid-out.js';
import type { TableView } from '../../core/view/types.js';
import type { Trouble } from '../server/problem.js';

/** What is told of a copy. */
interface Told {
  toast: (text: string) => void;
  fail: (trouble: Trouble) => void;
}

const COPIED = 'Copied: paste it into a document or a spreadsheet.';

const REFUSED: Trouble = {
  detail: 'The browser does not let a button copy here.',
  mend: 'Click into the table and press Ctrl+C; on a page of this computer or over https the button works too.',
};

/**
 * Puts the tables that are shown on the clipboard, as a real table and as cells between tabs.
 * @returns what a button does, and what happens when somebody copies with the keyboard and has no text selected
 */
export function useCopyTable(views: readonly TableView[], shown: Shown, { toast, fail }: Told) {
  const copied = () => copiedTable(views.flatMap((view) => laidOut(view, shown)));
  const byButton = () => {
    const { html, text } = copied();
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
  };
  const byKey = (event: ClipboardEvent) => {
    if (views.length === 0 || getSelection()?.isCollapsed === false) return;
    const { html, text } = copied();
    event.clipboardData.setData('text/html', html);
    event.clipboardData.setData('text/plain', text);
    event.preventDefault();
    toast(COPIED);
  };
  return { byButton, byKey };
}
