/** Told on the page when something in a study was changed, and when the ledger took it to another place. */
export const CHANGED = 'hatch-count:changed';
export const MOVED = 'hatch-count:moved';

export const tell = (what: typeof CHANGED | typeof MOVED) => window.dispatchEvent(new Event(what));

/** Calls back whenever one of the two is told. Returns how to stop. */
export function listen(what: typeof CHANGED | typeof MOVED, then: () => void): () => void {
  window.addEventListener(what, then);
  return () => window.removeEventListener(what, then);
}
