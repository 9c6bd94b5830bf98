import { type DragEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import type { RosterVariable } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { titleOf } from '../../core/codebook/types.js';
import type { Trouble } from '../server/problem.js';
import { VARIABLE_DRAG } from '../roster/Roster.js';
import { withLevel, withRow } from './draft.js';
import { canStandAcross } from './pair-of-numbers.js';
import { useRoom } from './use-room.js';
import type { Draft } from './url.js';
import css from './edges.module.css';

/** Where a variable of the roster is let go: under the rows, beside what stands across, or within one of its nests. */
type Landing = { at: 'rows' } | { at: 'beside' } | { at: 'nest'; nest: number };

interface Props {
  draft: Draft;
  variables: readonly RosterVariable[];
  change: (draft: Draft) => void;
  fail: (trouble: Trouble) => void;
  /** The table. */
  children: ReactNode;
}

/** Whether a variable of the roster is on its way. */
function useHeld(): boolean {
  const [held, setHeld] = useState(false);
  useEffect(() => {
    // What changes the page while a drag begins would end it.
    const begin = ({ dataTransfer }: globalThis.DragEvent) => {
      if (dataTransfer?.types.includes(VARIABLE_DRAG)) setTimeout(() => setHeld(true));
    };
    const end = () => setTimeout(() => setHeld(false));
    document.addEventListener('dragstart', begin);
    document.addEventListener('dragend', end);
    document.addEventListener('drop', end);
    return () => {
      document.removeEventListener('dragstart', begin);
      document.removeEventListener('dragend', end);
      document.removeEventListener('drop', end);
    };
  }, []);
  return held;
}

/** The heading over which something is held, and the nest that it is of. */
function headingUnder({ target }: DragEvent): { heading: HTMLElement; nest: number } | null {
  const heading = target instanceof Element ? target.closest<HTMLElement>('th[data-nest]') : null;
  return heading ? { heading, nest: Number(heading.dataset['nest']) } : null;
}

/** What a sentence is with a variable at a place; null: it cannot stand there. */
function landed(
  draft: Draft,
  variable: RosterVariable,
  landing: Landing,
  variables: readonly RosterVariable[],
): Draft | null {
  const { id, level, countable } = variable;
  const isFirst = draft.by.length === 0 && canStandAcross(variable, draft, variables);
  if (landing.at === 'rows')
    return level !== 'text' && (countable || level === 'number') ? withRow(draft, draft.rows.length, id) : null;
  if (level === 'text' || !(countable || isFirst)) return null;
  const nest = landing.at === 'beside' ? draft.by.length : landing.nest;
  return withLevel(draft, nest, draft.by[nest]?.length ?? 0, id);
}

/**
 * A table with edges on which a variable of the roster can be let go: at the left it is another row, at the top it
 * stands across beside the others, on a heading it splits what stands there. The place is shown while it is held.
 */
export function DropEdges({ draft, variables, change, fail, children }: Props) {
  const held = useHeld();
  const place = useRef<HTMLDivElement>(null);
  useRoom(place);
  const [over, setOver] = useState<Landing['at'] | null>(null);
  const marked = useRef<HTMLElement | null>(null);
  const mark = (heading: HTMLElement | null, words = '') => {
    if (marked.current !== heading) marked.current?.removeAttribute('data-landing');
    marked.current = heading;
    if (heading) heading.dataset['landing'] = words;
  };
  const titleAt = (nest: number) => {
    const variable = byId(variables, draft.by[nest]?.at(-1));
    return variable ? titleOf(variable) : '';
  };
  const isHeld = ({ dataTransfer }: DragEvent) => dataTransfer.types.includes(VARIABLE_DRAG);
  const drop = (event: DragEvent, landing: Landing) => {
    setOver(null);
    mark(null);
    const variable = byId(variables, Number(event.dataTransfer.getData(VARIABLE_DRAG)));
    if (!variable) return;
    event.preventDefault();
    const next = landed(draft, variable, landing, variables);
    if (next) change(next);
    else
      fail({
        detail: `${titleOf(variable)} has no categories, so it cannot stand there.`,
        mend: 'Band it, or make categories of it in Workings.',
      });
  };
  const zone = (at: 'rows' | 'beside', words: string) => (
    <div
      className={at === 'rows' ? css['left'] : css['top']}
      data-over={over === at}
      data-testid={`edge-${at}`}
      onDragOver={(event) => {
        if (!isHeld(event)) return;
        event.preventDefault();
        event.dataTransfer.dropEffect = 'copy';
        setOver(at);
      }}
      onDragLeave={() => setOver(null)}
      onDrop={(event) => drop(event, { at })}
    >
      {words}
    </div>
  );
  const first = draft.by.length > 0 ? titleAt(draft.by.length - 1) : '';
  return (
    <div className={css['edges']}>
      {held && zone('beside', first === '' ? 'let go here: across' : `let go here: across, beside ${first}`)}
      <div className={css['inner']} ref={place}>
        {held && zone('rows', 'another row')}
        <div
          className={css['table']}
          onDragOver={(event) => {
            if (!isHeld(event)) return;
            const under = headingUnder(event);
            mark(under?.heading ?? null, under ? `split ${titleAt(under.nest)}` : '');
            if (!under) return;
            event.preventDefault();
            event.dataTransfer.dropEffect = 'copy';
          }}
          onDragLeave={() => mark(null)}
          onDrop={(event) => {
            const under = isHeld(event) ? headingUnder(event) : null;
            if (under) drop(event, { at: 'nest', nest: under.nest });
          }}
        >
          {children}
        </div>
      </div>
    </div>
  );
}
