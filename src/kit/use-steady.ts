import { useCallback, useLayoutEffect, useRef } from 'react';

/**
 * A function that stays the same one and does what the last one given does, so that what it is handed to is not drawn
 * anew for it. For what answers an event, not for what is called while drawing.
 * @example const choose = useSteady((id: number) => change({ ...draft, rows: [{ variable: id }] }));
 */
export function useSteady<Args extends unknown[], Result>(act: (...args: Args) => Result): (...args: Args) => Result {
  const last = useRef(act);
  useLayoutEffect(() => {
    last.current = act;
  });
  return useCallback((...args: Args) => last.current(...args), []);
}
