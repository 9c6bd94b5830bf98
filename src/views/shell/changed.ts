/** Told on the page when something in a study was changed, and when the ledger took it to another place. */
export const CHANGED = 'hatch-count:changed';
export const MOVED = 'hatch-count:moved';

type What = typeof CHANGED | typeof MOVED;

/** Between tabs of one browser; what one of them changed, the others fetch. */
const tabs = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('hatch-count');
tabs?.addEventListener('message', ({ data }: MessageEvent<unknown>) => {
  if (data === CHANGED || data === MOVED) window.dispatchEvent(new Event(MOVED));
});

/** Tells this page, and the other tabs. */
export function tell(what: What): void {
  window.dispatchEvent(new Event(what));
  tabs?.postMessage(what);
}

/** Calls back whenever one of the two is told. Returns how to stop. */
export function listen(what: What, then: () => void): () => void {
  window.addEventListener(what, then);
  return () => window.removeEventListener(what, then);
}
