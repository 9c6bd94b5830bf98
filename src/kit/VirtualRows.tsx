import {
  type ClipboardEvent,
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
  type Ref,
  useImperativeHandle,
  useRef,
  useState,
} from 'react';
import { useScrolled } from './use-scrolled.js';
import css from './kit.module.css';

/** Rows beyond the edges that are drawn too, so that a short scroll shows no gap. */
const BEYOND = 6;

export interface RowsHandle {
  /** Brings a row into sight, and of a grid a cell. */
  show: (row: number, column?: number) => void;
  /** Puts the keyboard on the table. */
  focus: () => void;
  /** Rows that a page holds. */
  page: () => number;
}

interface GridMode {
  id: string;
  active: { row: number; column: number };
  isSelected: (row: number, column: number) => boolean;
}

interface Props {
  /** What the grid holds. */
  label: string;
  /** Widths of the columns, as CSS grid tracks. */
  tracks: string;
  heading: readonly ReactNode[];
  count: number;
  /** Height of every row, in pixels. */
  height: number;
  /** Columns at the left that stay in place; their tracks are in pixels. */
  stays?: number | undefined;
  /** Narrower than this, in pixels, the table scrolls sideways. */
  minWidth?: number | undefined;
  row: (index: number) => { key: string | number; cells: readonly ReactNode[]; selected?: boolean; name?: string };
  onKeyDown?: ((event: KeyboardEvent<HTMLDivElement>) => void) | undefined;
  handle?: Ref<RowsHandle>;
  /** Makes it a grid of cells, of which one has the keyboard. */
  grid?: GridMode | undefined;
  onPointer?: ((event: PointerEvent<HTMLDivElement>, at: { row: number; column: number } | null) => void) | undefined;
  onDoubleClick?: (() => void) | undefined;
  onCopy?: ((event: ClipboardEvent<HTMLDivElement>) => void) | undefined;
  onPaste?: ((event: ClipboardEvent<HTMLDivElement>) => void) | undefined;
  /** Shown where there are no rows. */
  empty?: ReactNode;
}

function cellAt(target: EventTarget): { row: number; column: number } | null {
  const cell = target instanceof Element ? target.closest<HTMLElement>('[data-cell]') : null;
  const [row, column] = (cell?.dataset['cell'] ?? '').split(' ').map(Number);
  return cell && row !== undefined && column !== undefined ? { row, column } : null;
}

/** How far from the left a column stands that stays in place. */
function stayAt(tracks: string, column: number): number {
  return tracks
    .split(' ')
    .slice(0, column)
    .reduce((sum, track) => sum + parseFloat(track), 0);
}

/** A table of which only the rows in sight are drawn, so that thousands of them scroll as one does. */
export function VirtualRows({
  label,
  tracks,
  heading,
  count,
  height,
  minWidth = 0,
  stays = 0,
  row,
  onKeyDown,
  handle,
  grid,
  onPointer,
  onDoubleClick,
  onCopy,
  onPaste,
  empty,
}: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [view, setView] = useState({ top: 0, height: 600 });
  useScrolled(box, ({ scrollTop, clientHeight }) => setView({ top: scrollTop, height: clientHeight }));
  useImperativeHandle(handle, () => ({
    focus: () => box.current?.focus({ preventScroll: true }),
    page: () => Math.max(1, Math.floor((box.current?.clientHeight ?? height) / height) - 2),
    show: (index, column) => {
      const element = box.current;
      if (!element) return;
      const head = element.querySelector<HTMLElement>('[data-heading]')?.offsetHeight ?? 0;
      const top = index * height;
      if (top < element.scrollTop) element.scrollTop = top;
      else if (top + height > element.scrollTop + element.clientHeight - head)
        element.scrollTop = top + height - element.clientHeight + head;
      if (column === undefined) return;
      const cells = element.querySelector('[data-heading]')?.firstElementChild?.children;
      const cell = cells?.[column];
      if (!(cell instanceof HTMLElement)) return;
      // What stays in place at the left covers what is scrolled beneath it.
      const covered = [...(cells ?? [])]
        .filter((candidate) => candidate.hasAttribute('data-stays'))
        .reduce((sum, item) => sum + (item as HTMLElement).offsetWidth, 0);
      if (cell.hasAttribute('data-stays')) element.scrollLeft = 0;
      else if (cell.offsetLeft - covered < element.scrollLeft) element.scrollLeft = cell.offsetLeft - covered;
      else if (cell.offsetLeft + cell.offsetWidth > element.scrollLeft + element.clientWidth)
        element.scrollLeft = cell.offsetLeft + cell.offsetWidth - element.clientWidth;
    },
  }));
  const first = Math.max(0, Math.floor(view.top / height) - BEYOND);
  const last = Math.min(count, Math.ceil((view.top + view.height) / height) + BEYOND);
  const shown = Array.from({ length: Math.max(0, last - first) }, (_, k) => first + k);
  return (
    <div
      ref={box}
      className={css['rows']}
      role={grid ? 'grid' : 'table'}
      aria-activedescendant={grid && count > 0 ? `${grid.id}-${grid.active.row}-${grid.active.column}` : undefined}
      aria-multiselectable={grid ? true : undefined}
      aria-label={label}
      aria-rowcount={count + 1}
      aria-colcount={heading.length}
      tabIndex={0}
      onKeyDown={onKeyDown}
      onPointerDown={onPointer && ((event) => onPointer(event, cellAt(event.target)))}
      onPointerMove={onPointer && ((event) => event.buttons === 1 && onPointer(event, cellAt(event.target)))}
      onDoubleClick={onDoubleClick}
      onCopy={onCopy}
      onPaste={onPaste}
    >
      <div role="rowgroup" className={css['rowsHead']} style={{ minWidth }} data-heading>
        <div role="row" aria-rowindex={1} style={{ gridTemplateColumns: tracks }}>
          {heading.map((cell, k) => (
            <div
              role="columnheader"
              key={k}
              data-stays={k < stays || undefined}
              style={k < stays ? { left: stayAt(tracks, k) } : undefined}
            >
              {cell}
            </div>
          ))}
        </div>
      </div>
      <div role="rowgroup" className={css['rowsBody']} style={{ height: count * height, minWidth }}>
        {shown.map((index) => {
          const { key, cells, selected, name } = row(index);
          return (
            <div
              key={key}
              role="row"
              aria-rowindex={index + 2}
              data-row={name ?? key}
              data-selected={selected === true || undefined}
              style={{ gridTemplateColumns: tracks, height, transform: `translateY(${index * height}px)` }}
            >
              {cells.map((cell, k) => (
                <div
                  role={grid ? 'gridcell' : 'cell'}
                  key={k}
                  {...(grid
                    ? {
                        id: `${grid.id}-${index}-${k}`,
                        'data-cell': `${index} ${k}`,
                        'data-active': (grid.active.row === index && grid.active.column === k) || undefined,
                        'aria-selected': grid.isSelected(index, k),
                      }
                    : {})}
                  data-stays={k < stays || undefined}
                  style={k < stays ? { left: stayAt(tracks, k) } : undefined}
                >
                  {cell}
                </div>
              ))}
            </div>
          );
        })}
      </div>
      {count === 0 && <p className={css['wait']}>{empty}</p>}
    </div>
  );
}
