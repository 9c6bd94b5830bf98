import { type RefObject, useEffect } from 'react';

/** At first what a screen holds, in points. */
let room = 800;

/**
 * How wide a table can be before it scrolls, in points, as its place was measured last. So a table of many columns is
 * drawn with those that will be in sight before it stands anywhere.
 */
export const roomOfTables = (): number => room;

/** Measures the place where tables stand, one after the other. */
export function useRoom(place: RefObject<HTMLElement | null>): void {
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry && entry.contentRect.width > 0) room = entry.contentRect.width;
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [place]);
}
