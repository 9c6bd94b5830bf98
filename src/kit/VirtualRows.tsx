import {
  type KeyboardEvent,
  type ReactNode,
  type Ref,
  useImperativeHandle,
  useLayoutEffect,
  useRef,
  useState,
} from 'react';
import css from './kit.module.css';

/** Rows beyond the edges that are drawn too, so that a short scroll shows no gap. */
const BEYOND = 6;

export interface RowsHandle {
  /** Brings a row into sight. */
  show: (row: number) => void;
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
  /** Narrower than this, in pixels, the table scrolls sideways. */
  minWidth?: number | undefined;
  row: (index: number) => { key: string | number; cells: readonly ReactNode[]; selected?: boolean; name?: string };
  onKeyDown?: ((event: KeyboardEvent<HTMLDivElement>) => void) | undefined;
  handle?: Ref<RowsHandle>;
  /** Shown where there are no rows. */
  empty?: ReactNode;
}

/** A table of which only the rows in sight are drawn, so that thousands of them scroll as one does. */
export function VirtualRows({
  label,
  tracks,
  heading,
  count,
  height,
  minWidth = 0,
  row,
  onKeyDown,
  handle,
  empty,
}: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [view, setView] = useState({ top: 0, height: 600 });
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const measure = () => setView({ top: element.scrollTop, height: element.clientHeight });
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    element.addEventListener('scroll', measure, { passive: true });
    return () => {
      observer.disconnect();
      element.removeEventListener('scroll', measure);
    };
  }, []);
  useImperativeHandle(handle, () => ({
    show: (index) => {
      const element = box.current;
      if (!element) return;
      const head = element.querySelector<HTMLElement>('[data-heading]')?.offsetHeight ?? 0;
      const top = index * height;
      if (top < element.scrollTop) element.scrollTop = top;
      else if (top + height > element.scrollTop + element.clientHeight - head)
        element.scrollTop = top + height - element.clientHeight + head;
    },
  }));
  const first = Math.max(0, Math.floor(view.top / height) - BEYOND);
  const last = Math.min(count, Math.ceil((view.top + view.height) / height) + BEYOND);
  const shown = Array.from({ length: Math.max(0, last - first) }, (_, k) => first + k);
  return (
    <div
      ref={box}
      className={css['rows']}
      role="table"
      aria-label={label}
      aria-rowcount={count + 1}
      aria-colcount={heading.length}
      tabIndex={0}
      onKeyDown={onKeyDown}
    >
      <div role="rowgroup" className={css['rowsHead']} style={{ minWidth }} data-heading>
        <div role="row" aria-rowindex={1} style={{ gridTemplateColumns: tracks }}>
          {heading.map((cell, k) => (
            <div role="columnheader" key={k}>
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
                <div role="cell" key={k}>
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
