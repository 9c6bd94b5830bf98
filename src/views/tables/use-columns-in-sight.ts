import { type RefObject, useMemo, useState } from 'react';
import { useScrolled } from '../../kit/use-scrolled.js';
import { roomOfTables } from './use-room.js';

/** Columns that are drawn at the left and right of those in sight. */
const BEYOND = 2;
/** More columns than these beside those in sight are not kept. */
const MOST_BEYOND = 3 * BEYOND;

interface Sight {
  /** How far it is scrolled to the right, and how wide it is, in points. */
  left: number;
  width: number;
}

/** The places of the first and the last of columns, from the left. */
type Span = readonly [first: number, last: number];

/**
 * The first and the last of columns of which a point is in sight.
 * @param widths the names of the lines first, which stay at the left and cover what is under them
 * @example columnsInSight([100, 50, 50, 50, 50, 50, 50, 50, 50], { left: 0, width: 200 }); // [0, 1]
 */
export function columnsInSight([names = 0, ...widths]: readonly number[], { left, width }: Sight): Span {
  let end = 0;
  const ends = widths.map((own) => (end += own));
  const first = ends.findIndex((own) => own > left);
  const last = ends.findIndex((own) => own >= left + width - names);
  const at = (place: number) => (place < 0 ? widths.length - 1 : place);
  return [Math.max(0, at(first)), at(last)];
}

/**
 * The first and the last of columns to draw: those drawn before while they hold all in sight, so that not every line is
 * drawn anew with every column that is scrolled. At first those in sight alone, so that they are there soon.
 * @param count of all columns
 * @example columnsDrawn([0, 7], [1, 5], 60); // [0, 7]
 */
export function columnsDrawn(before: Span | null, [first, last]: Span, count: number): Span {
  if (!before) return [first, Math.min(count - 1, last)];
  const isHeld = before[0] <= first && before[1] >= last && before[1] < count;
  if (isHeld && before[1] - before[0] <= last - first + MOST_BEYOND) return before;
  return [Math.max(0, first - BEYOND), Math.min(count - 1, last + BEYOND)];
}

interface Drawn {
  span: Span;
  /** The column on which the keyboard stands. */
  focused: number | null;
}

/** The column of the cell, or of the heading, on which the keyboard stands in a region. */
function focusedIn(region: HTMLElement): number | null {
  const { activeElement } = document;
  const cell = region.contains(activeElement) ? activeElement?.closest<HTMLElement>('[data-place]') : null;
  return cell ? Number(cell.dataset['place']) : null;
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
  const count = widths.length - 1;
  const [drawn, setDrawn] = useState<Drawn>(() => {
    const inSight = columnsInSight(widths, { left: 0, width: roomOfTables() });
    return { span: columnsDrawn(null, inSight, count), focused: null };
  });
  useScrolled(
    region,
    (element) => {
      const inSight = columnsInSight(widths, { left: element.scrollLeft, width: element.clientWidth });
      const focused = focusedIn(element);
      setDrawn((before) => {
        const span = columnsDrawn(before.span, inSight, count);
        return span === before.span && focused === before.focused ? before : { span, focused };
      });
    },
    on ? widths : null,
  );
  return useMemo(() => {
    if (!on) return null;
    const { span, focused } = drawn;
    const [first, last] = [span[0], Math.min(span[1], count - 1)];
    const places = Array.from({ length: Math.max(0, last - first + 1) }, (_, k) => first + k);
    if (focused === null || focused >= count || places.includes(focused)) return places;
    return [...places, focused].sort((a, b) => a - b);
  }, [on, drawn, count]);
}
