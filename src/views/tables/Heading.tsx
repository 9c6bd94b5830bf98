import { type DragEvent, type KeyboardEvent, useContext, useState } from 'react';
import { withCodeInNet } from '../../core/table/edit-nets.js';
import { HandlesContext } from './heading-edits.js';
import { type Place, placeKey } from './heading-place.js';
import css from './table.module.css';

const DRAG = 'application/x-hatch-heading';
/** What a dragged heading of a place calls itself. */
const kindOf = (key: string) => `${DRAG}-${key}`;
/** At the ends of a heading something is let go beside it, not into it. */
const EDGE = 0.25;

type Over = 'into' | 'before' | 'behind' | null;

interface Props {
  place: Place;
  code: string;
  label: string;
}

/**
 * A heading of the table. Dragged onto another it merges with it, between two it moves there; its tools, which a click
 * opens, do the same and more.
 */
export function Heading({ place, code, label }: Props) {
  const { edits, open, setOpen } = useContext(HandlesContext);
  const [over, setOver] = useState<Over>(null);
  const key = placeKey(place);
  const headingEdits = edits.get(key);
  if (!headingEdits) return <>{label}</>;
  const { headings, act } = headingEdits;
  const at = headings.findIndex((heading) => heading.code === code);
  // What no group names, and "none of these", stay words.
  if (at < 0) return <>{label}</>;
  const { side } = place;
  const kind = kindOf(key);
  const isOpen = open?.of === 'heading' && open.place === key && open.code === code;
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
      aria-expanded={isOpen}
      data-side={side}
      data-heading={code}
      data-over={over ?? undefined}
      title="Drag onto another to merge, between two to move; click for more"
      draggable
      onClick={() => setOpen(isOpen ? null : { place: key, of: 'heading', code })}
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

interface NetProps {
  place: Place;
  /** The name of the net. */
  label: string;
  /** The same as it is shown. */
  shown: string;
}

/** The heading of a net: a click opens it, and a category that is let go on it is in it. */
export function NetHeading({ place, label, shown }: NetProps) {
  const { edits, open, setOpen } = useContext(HandlesContext);
  const [over, setOver] = useState(false);
  const key = placeKey(place);
  const nets = edits.get(key)?.nets;
  const net = nets?.of.find((candidate) => candidate.label === label);
  if (!nets || !net) return <>{shown}</>;
  const isOpen = open?.of === 'net' && open.place === key && open.label === label;
  return (
    <button
      type="button"
      className={css['heading']}
      aria-expanded={isOpen}
      data-net={label}
      data-over={over ? 'into' : undefined}
      title="Several categories on one line, in this table alone; click to change it, drop a category on it to add it"
      onClick={() => setOpen(isOpen ? null : { place: key, of: 'net', label, codes: net.codes })}
      onDragOver={(event) => {
        if (!event.dataTransfer.types.includes(kindOf(key))) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        const dragged = event.dataTransfer.getData(kindOf(key));
        setOver(false);
        if (dragged === '') return;
        event.preventDefault();
        nets.change(withCodeInNet(nets.of, label, dragged));
      }}
    >
      {shown}
    </button>
  );
}

/** Where a heading of any place is let go to be set aside: no answer. */
export function AsideStrip() {
  const { edits } = useContext(HandlesContext);
  const [isOver, setOver] = useState(false);
  const held = ({ dataTransfer }: DragEvent) =>
    [...edits].find(([key, { headings }]) => headings.length > 1 && dataTransfer.types.includes(kindOf(key)));
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
        const [key, { act }] = drop;
        act({ is: 'set-aside', code: event.dataTransfer.getData(kindOf(key)) });
      }}
    >
      set aside here
    </span>
  );
}
