import type { Fetching } from './use-file.js';

/**
 * Opens a page of our own in a window of its own, and the browser's print once it is there.
 * @returns what went wrong; null: nothing
 */
export function openPage(address: string): Fetching['problem'] {
  const opened = window.open(address);
  if (!opened)
    return { detail: 'The browser keeps new windows closed.', mend: 'Allow them for this page, and try again.' };
  opened.addEventListener('load', () => opened.print());
  return null;
}
