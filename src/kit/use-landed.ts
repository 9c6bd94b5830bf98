import { useEffect } from 'react';

/**
 * Goes to the part of the page that its address names, once that part is there; the browser looked for it before.
 * @example useLanded(view !== null); // of /binder#table-3
 */
export function useLanded(isThere: boolean): void {
  useEffect(() => {
    const named = isThere && location.hash.length > 1 ? document.getElementById(location.hash.slice(1)) : null;
    named?.scrollIntoView();
  }, [isThere]);
}
