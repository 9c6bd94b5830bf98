import { type RefObject, useMemo, useState } from 'react';
import { useScrolled } from '../../kit/use-scrolled.js';

/** Columns that are drawn at the left and right of those in sight. */
const BEYOND = 2;
/** Before the region is measured: what a screen holds, in points. */
const SCREEN = 800;

interface Sight {
  /** How far it is scrolled to the right, and how wide it is, in points. */
  left: number;
  width: number;
}

/**
 * The first and the last of columns that are in sight, those at their sides too.
 * @param widths the names of the lines first, which stay at the left and cover what is under them
 * @example columnsInSight([100, 50, 50, 50, 50, 50, 50, 50, 50], { left: 0, width: 200 }); // [0, 3]
 */
export function columnsInSight([names = 0, ...widths]: readonly number[], { left, width }: Sight): [number, number] {
  let end = 0;
  const ends = widths.map((own) => (end += own));
  const first = ends.findIndex((own) => own > left);
  const last = ends.findIndex((own) => own >= left + width - names);
  const at = (place: number) => (place < 0 ? widths.length - 1 : place);
  return [Math.max(0, at(first) - BEYOND), Math.min(widths.length - 1, at(last) + BEYOND)];
}

/**
 * The columns of a region that scrolls which are in sight, by their places from the left, and the one on which the
 * keyboard stands.
 * @returns null where all are drawn
 */
export function useColumnsInSight(
  region: RefObject<HTMLElement | null>,
  widths: readonly number[],
  on: boolean,
): readonly number[] | null {
  const [sight, setSight] = useState('');
  useScrolled(
    region,
    (element) => {
      const [first, last] = columnsInSight(widths, { left: element.scrollLeft, width: element.clientWidth });
      const focused = element.contains(document.activeElement) ? document.activeElement?.closest('td') : null;
      setSight(`${first} ${last} ${focused?.dataset['place'] ?? ''}`.trim());
    },
    on ? widths : null,
  );
  return useMemo(() => {
    if (!on) return null;
    const [first = 0, last = 0, focused] =
      sight === '' ? columnsInSight(widths, { left: 0, width: SCREEN }) : sight.split(' ').map(Number);
    const end = Math.min(last, widths.length - 2);
    const places = Array.from({ length: Math.max(0, end - first + 1) }, (_, k) => first + k);
    if (focused === undefined || focused > widths.length - 2 || places.includes(focused)) return places;
    return [...places, focused].sort((a, b) => a - b);
  }, [on, sight, widths]);
}
