import type { ClipboardEvent } from 'react';
import type { Shown } from '../../api/types.js';
import { copiedTable } from '../../core/view/copied-table.js';
import { laidOut } from '../../core/view/laid-out.js';
import type { TableView } from '../../core/view/types.js';
import { pickedOnPage } from './picked-cells.js';
import { COPIED, putCopied, type Told } from './put-copied.js';

/**
 * Puts the tables that are shown on the clipboard, or the cells of them that were chosen, as a real table and as cells
 * between tabs.
 * @returns what a button does, and what happens when somebody copies with the keyboard and has no text selected
 */
export function useCopyTable(views: readonly TableView[], shown: Shown, told: Told) {
  const copied = () => {
    const picked = pickedOnPage();
    return copiedTable(picked ? [picked] : views.flatMap((view) => laidOut(view, shown)));
  };
  const byButton = () => putCopied(copied(), told);
  const byKey = (event: ClipboardEvent) => {
    if (views.length === 0 || getSelection()?.isCollapsed === false) return;
    const { html, text } = copied();
    event.clipboardData.setData('text/html', html);
    event.clipboardData.setData('text/plain', text);
    event.preventDefault();
    told.toast(COPIED);
  };
  return { byButton, byKey };
}
