import {
  defaultRangeExtractor,
  measureElement,
  type Range,
  useVirtualizer,
  type Virtualizer,
} from '@tanstack/react-virtual';
import { type RefObject, useCallback, useEffect, useState } from 'react';
import { flushSync } from 'react-dom';
import type { BodyLine } from './body-lines.js';
import { LINES_WANTED } from './picked-cells.js';
import { useColumnsInSight } from './use-columns-in-sight.js';

/** More cells than these are not all drawn: a table of them takes the browser longer than one waits. */
const MOST_CELLS = 900;
/** And a table of no more lines than these always is. */
const LEAST_LINES = 18;
/** Lines that are drawn above and below those in sight. */
const BEYOND = 4;
/** Lines that are drawn of a table that was not scrolled. */
const FIRST = 30;
/** Before the region is measured: what a screen holds. */
const SCREEN = { width: 800, height: 560 };

/** Points of the parts of a line, as `table.module.css` has them: around its figures, the first of them, each other. */
const LINE = { around: 10, least: 31, main: 18.75, further: 15.6 };

/** How high a line is, in points, before it was measured; where no name wraps, it is this. */
export function heightOf({ is, part }: BodyLine): number {
  if (is === 'item') return 37;
  if (is === 'foot') return 26;
  if (is === 'number') return 27;
  const further = Math.max(1, ...part.shows.map(({ lines }) => lines.length)) - 1;
  return Math.round(Math.max(LINE.least, LINE.around + LINE.main + LINE.further * further));
}

/** How high a line is as the browser tells it by itself; to ask for it would lay the table out once for each line. */
function toldHeight(
  element: HTMLElement,
  entry: ResizeObserverEntry | undefined,
  rows: Virtualizer<HTMLElement, HTMLElement>,
): number {
  if (entry) return measureElement(element, entry, rows);
  const index = rows.indexFromElement(element);
  return rows.itemSizeCache.get(rows.options.getItemKey(index)) ?? rows.options.estimateSize(index);
}

/** A line that is drawn; how many points above it none is. */
interface DrawnLine {
  line: BodyLine;
  index: number;
  gap: number;
}

export interface LineWindow {
  /** Only the lines and columns in sight are drawn. */
  on: boolean;
  /** The columns in sight, by their places from the left; null: all. */
  columns: readonly number[] | null;
  drawn: DrawnLine[];
  /** Points under the last one. */
  after: number;
  /** How high all lines are together, in points; null where all are drawn. */
  height: number | null;
  measure: ((element: HTMLElement | null) => void) | undefined;
}

/** Whether all lines of a long table are wanted: cells are chosen over many of them, or it goes on paper. */
function useAllWanted(region: RefObject<HTMLElement | null>, isLong: boolean): boolean {
  const [all, setAll] = useState(false);
  useEffect(() => {
    const element = region.current;
    if (!isLong || !element) return;
    const want = (wanted: boolean) => flushSync(() => setAll(wanted));
    const wanted = (event: Event) => want((event as CustomEvent<boolean>).detail);
    const before = () => want(true);
    const after = () => want(false);
    element.addEventListener(LINES_WANTED, wanted);
    window.addEventListener('beforeprint', before);
    window.addEventListener('afterprint', after);
    return () => {
      element.removeEventListener(LINES_WANTED, wanted);
      window.removeEventListener('beforeprint', before);
      window.removeEventListener('afterprint', after);
    };
  }, [isLong, region]);
  return all;
}

/**
 * Of the lines of a long table, those in sight; all of them where it is short, where cells are chosen over many lines,
 * and on paper.
 * @param region what scrolls
 * @param widths of the columns, in points, the names of the lines first
 */
export function useLineWindow(
  region: RefObject<HTMLElement | null>,
  lines: readonly BodyLine[],
  widths: readonly number[],
): LineWindow {
  const isLong = lines.length * widths.length > MOST_CELLS && lines.length > LEAST_LINES;
  const on = !useAllWanted(region, isLong) && isLong;
  // The line on which the keyboard stands stays, however far it is scrolled away.
  const extract = useCallback(
    (range: Range) => {
      const endIndex = range.startIndex === 0 ? Math.max(range.endIndex, FIRST - BEYOND - 1) : range.endIndex;
      const inSight = defaultRangeExtractor({ ...range, endIndex });
      const focused = region.current?.contains(document.activeElement) && document.activeElement?.closest('tr');
      const index = Number((focused ? focused.dataset['index'] : undefined) ?? -1);
      if (!(index >= 0 && index < range.count) || inSight.includes(index)) return inSight;
      return [...inSight, index].sort((a, b) => a - b);
    },
    [region],
  );
  const rows = useVirtualizer<HTMLElement, HTMLElement>({
    count: lines.length,
    enabled: on,
    getScrollElement: () => region.current,
    estimateSize: (index) => heightOf(lines[index]!),
    getItemKey: (index) => lines[index]?.key ?? index,
    overscan: BEYOND,
    initialRect: SCREEN,
    rangeExtractor: extract,
    measureElement: toldHeight,
  });
  const columns = useColumnsInSight(region, widths, on);
  if (!on) {
    return {
      on,
      columns: null,
      drawn: lines.map((line, index) => ({ line, index, gap: 0 })),
      after: 0,
      height: null,
      measure: undefined,
    };
  }
  const items = rows.getVirtualItems();
  const height = rows.getTotalSize();
  return {
    on,
    columns,
    drawn: items.flatMap(({ index, start }, k) => {
      const line = lines[index];
      return line ? [{ line, index, gap: start - (items[k - 1]?.end ?? 0) }] : [];
    }),
    after: height - (items.at(-1)?.end ?? 0),
    height,
    measure: rows.measureElement,
  };
}
