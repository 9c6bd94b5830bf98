import { useEffect, useState } from 'react';

/**
 * Whether something takes longer than one would see: what is done at once is not shown as waiting.
 * @param waits it is under way
 * @param after so many milliseconds it is shown
 */
export function useOverdue(waits: boolean, after = 200): boolean {
  const [overdue, setOverdue] = useState(false);
  useEffect(() => {
    if (!waits) return;
    const timer = setTimeout(() => setOverdue(true), after);
    return () => {
      clearTimeout(timer);
      setOverdue(false);
    };
  }, [waits, after]);
  return waits && overdue;
}
