import { type DragEvent, type KeyboardEvent, useContext, useState } from 'react';
import { HeadingEditsContext, type Side } from './heading-edits.js';
import css from './table.module.css';

const DRAG = 'application/x-hatch-heading';
/** At the ends of a heading something is let go beside it, not into it. */
const EDGE = 0.25;

type Over = 'into' | 'before' | 'behind' | null;

interface Props {
  side: Side;
  code: string;
  label: string;
}

/**
 * A heading of the table. Dragged onto another it merges with it, between two it moves there; its tools, which a click
 * opens, do the same and more.
 */
export function Heading({ side, code, label }: Props) {
  const headingEdits = useContext(HeadingEditsContext)[side];
  const [over, setOver] = useState<Over>(null);
  if (!headingEdits) return <>{label}</>;
  const { headings, act, open, setOpen } = headingEdits;
  const at = headings.findIndex((heading) => heading.code === code);
  // What no group names, and "none of these", stay words.
  if (at < 0) return <>{label}</>;
  const kind = `${DRAG}-${side}`;
  const overAt = (event: DragEvent<HTMLElement>): Over => {
    const { top, height, left, width } = event.currentTarget.getBoundingClientRect();
    const share = side === 'rows' ? (event.clientY - top) / height : (event.clientX - left) / width;
    return share < EDGE ? 'before' : share > 1 - EDGE ? 'behind' : 'into';
  };
  const behind = (k: number) => headings[k + 1]?.code ?? null;
  const pressed = (event: KeyboardEvent) => {
    const [back, forth] = side === 'rows' ? ['ArrowUp', 'ArrowDown'] : ['ArrowLeft', 'ArrowRight'];
    if (event.altKey && event.key === back && at > 0) act({ is: 'move', code, before: headings[at - 1]!.code });
    else if (event.altKey && event.key === forth && at < headings.length - 1)
      act({ is: 'move', code, before: behind(at + 1) });
    else if (event.key === 'Delete' && headings.length > 1) act({ is: 'set-aside', code });
    else return;
    event.preventDefault();
  };
  return (
    <button
      type="button"
      className={css['heading']}
      aria-expanded={open === code}
      data-side={side}
      data-heading={code}
      data-over={over ?? undefined}
      title="Drag onto another to merge, between two to move; click for more"
      draggable
      onClick={() => setOpen(open === code ? null : code)}
      onKeyDown={pressed}
      onDragStart={(event) => {
        event.dataTransfer.setData(kind, code);
        event.dataTransfer.effectAllowed = 'move';
      }}
      onDragOver={(event) => {
        if (!event.dataTransfer.types.includes(kind)) return;
        event.preventDefault();
        setOver(overAt(event));
      }}
      onDragLeave={() => setOver(null)}
      onDrop={(event) => {
        const where = overAt(event);
        const dragged = event.dataTransfer.getData(kind);
        setOver(null);
        if (dragged === '') return;
        event.preventDefault();
        if (dragged === code) return;
        if (where === 'into') act({ is: 'merge', code: dragged, into: code });
        else act({ is: 'move', code: dragged, before: where === 'before' ? code : behind(at) });
      }}
    >
      {label}
    </button>
  );
}

/** Where a heading of either side is let go to be set aside: no answer. */
export function AsideStrip() {
  const { rows, by } = useContext(HeadingEditsContext);
  const [isOver, setOver] = useState(false);
  const held = ({ dataTransfer }: DragEvent) =>
    (
      [
        ['rows', rows],
        ['by', by],
      ] as const
    ).find(
      ([side, headingEdits]) =>
        headingEdits !== null && headingEdits.headings.length > 1 && dataTransfer.types.includes(`${DRAG}-${side}`),
    );
  return (
    <span
      className={css['aside']}
      data-over={isOver || undefined}
      data-testid="aside-strip"
      onDragOver={(event) => {
        if (!held(event)) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        const drop = held(event);
        setOver(false);
        if (!drop) return;
        event.preventDefault();
        drop[1]?.act({ is: 'set-aside', code: event.dataTransfer.getData(`${DRAG}-${drop[0]}`) });
      }}
    >
      set aside here
    </span>
  );
}
