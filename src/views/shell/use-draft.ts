import { useCallback, useState } from 'react';

/**
 * State that outlives a reload: kept in this browser as it is typed. Reading it back never trusts its shape beyond
 * what `isValid` says.
 */
export function useDraft<T>(
  key: string,
  initial: T,
  isValid: (value: unknown) => value is T,
): [T, (value: T) => void, () => void] {
  const [value, setValue] = useState<T>(() => {
    try {
      const kept: unknown = JSON.parse(localStorage.getItem(key) ?? 'null');
      return isValid(kept) ? kept : initial;
    } catch {
      return initial;
    }
  });
  const put = useCallback(
    (next: T) => {
      setValue(next);
      try {
        localStorage.setItem(key, JSON.stringify(next));
      } catch {
        // Storage can be full or forbidden: the draft then lives as long as the page.
      }
    },
    [key],
  );
  const forget = useCallback(() => localStorage.removeItem(key), [key]);
  return [value, put, forget];
}
