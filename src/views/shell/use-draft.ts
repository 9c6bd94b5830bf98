import { useCallback, useState } from 'react';
import { type KeptShape, opened, sealed } from '../../core/kept-shape.js';

/** Storage can be full or forbidden: the draft then lives as long as the page. */
function tryStorage<T>(work: () => T): T | null {
  try {
    return work();
  } catch {
    return null;
  }
}

/**
 * State that outlives a reload and a crash: kept as it is typed, for this tab, and for the browser. A tab that comes
 * back has its own; a new one has what was typed last. What is read back fits its shape, or is not taken.
 */
export function useDraft<T>(
  key: string,
  initial: T,
  shape: KeptShape<T>,
  /** Of this tab alone: another that is opened does not begin with it. */
  tabOnly = false,
): [T, (value: T) => void, () => void] {
  const [value, setValue] = useState<T>(() => {
    const read = (storage: Storage): unknown => JSON.parse(storage.getItem(key) ?? 'null');
    const kept = tryStorage(() => read(sessionStorage)) ?? (tabOnly ? null : tryStorage(() => read(localStorage)));
    return kept === null ? initial : (opened(shape, kept) ?? initial);
  });
  const put = useCallback(
    (next: T) => {
      setValue(next);
      const text = JSON.stringify(sealed(shape, next));
      tryStorage(() => sessionStorage.setItem(key, text));
      if (!tabOnly) tryStorage(() => localStorage.setItem(key, text));
    },
    [key, tabOnly, shape],
  );
  const forget = useCallback(() => {
    tryStorage(() => sessionStorage.removeItem(key));
    tryStorage(() => localStorage.removeItem(key));
  }, [key]);
  return [value, put, forget];
}
