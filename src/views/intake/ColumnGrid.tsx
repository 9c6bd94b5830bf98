import { useMemo, useRef, useState } from 'react';
import type { Layout } from '../../api/types.js';
import { whole } from '../../core/figures.js';
import { Bar } from '../../kit/Bar.js';
import { matches } from '../../kit/Picker.js';
import { type RowsHandle, VirtualRows } from '../../kit/VirtualRows.js';
import { columnCells } from './column-cells.js';
import { type Column, type Decisions, type standing, TO_LOOK_AT } from './decisions.js';
import { TickedBar } from './TickedBar.js';
import { useTicked } from './use-ticked.js';
import css from './intake.module.css';

const ROW = 44;
const TRACKS = '34px minmax(0, 0.8fr) minmax(0, 0.9fr) 148px minmax(0, 2.2fr) minmax(0, 1fr)';
const MIN_WIDTH = 860;
/** With a column close up beside it, the grid does without the values. */
const NARROW_TRACKS = '34px minmax(0, 0.7fr) minmax(0, 0.8fr) 132px minmax(0, 2fr)';
const NARROW_WIDTH = 640;

type GuessKind = keyof typeof TO_LOOK_AT;
type Filter = 'all' | 'look' | GuessKind;

/** A column, and what is decided of it. */
export interface ColumnProps {
  column: Column;
  draft: Decisions;
  codebook: Parameters<typeof standing>[2];
  put: (draft: Decisions) => void;
  layout: Layout;
  changeLayout: (layout: Layout) => void;
}

interface Props extends Omit<ColumnProps, 'column'> {
  columns: readonly Column[];
  open: string | null;
  setOpen: (name: string | null) => void;
}

/** How many columns have something of each kind to be looked at. */
function kindsIn(columns: readonly Column[]): Map<GuessKind, number> {
  const counted = new Map<GuessKind, number>();
  for (const { guesses } of columns) {
    for (const is of new Set(guesses.map((guess) => guess.is))) counted.set(is, (counted.get(is) ?? 0) + 1);
  }
  return counted;
}

function isShown({ name, guesses }: Column, filter: Filter, search: string): boolean {
  if (filter === 'look' && guesses.length === 0) return false;
  if (filter !== 'all' && filter !== 'look' && !guesses.some(({ is }) => is === filter)) return false;
  return matches(name, search);
}

/** Every column with what was understood of it and why; each guess to accept or change, for one or for many at once. */
export function ColumnGrid({ columns, open, setOpen, ...deciding }: Props) {
  const [search, setSearch] = useState('');
  const [filter, setFilter] = useState<Filter>('all');
  const rows = useRef<RowsHandle>(null);
  const kinds = useMemo(() => kindsIn(columns), [columns]);
  const shown = useMemo(() => columns.filter((column) => isShown(column, filter, search)), [columns, filter, search]);
  const { ticked, tick, tickAll, untick } = useTicked(shown.map(({ name }) => name));
  const narrow = open !== null;
  const allTicked = shown.length > 0 && shown.every(({ name }) => ticked.has(name));
  return (
    <section className={css['columns']} aria-label="Columns">
      <Bar edge>
        <input
          type="search"
          aria-label="Find a column"
          placeholder="Find a column"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        <select
          aria-label="Show"
          value={filter}
          onChange={({ target: { value } }) =>
            setFilter(value === 'look' ? value : ([...kinds.keys()].find((kind) => kind === value) ?? 'all'))
          }
        >
          <option value="all">All {whole(columns.length)} columns</option>
          <option value="look">To look at: {columns.filter(({ guesses }) => guesses.length > 0).length}</option>
          {[...kinds].map(([kind, n]) => (
            <option key={kind} value={kind}>
              {TO_LOOK_AT[kind]}: {n}
            </option>
          ))}
        </select>
        {ticked.size === 0 ? (
          <span className={css['soft']}>Tick columns to decide for many at once</span>
        ) : (
          <TickedBar columns={columns.filter(({ name }) => ticked.has(name))} {...deciding} untick={untick} />
        )}
      </Bar>
      <VirtualRows
        label="What was understood of each column"
        tracks={narrow ? NARROW_TRACKS : TRACKS}
        height={ROW}
        minWidth={narrow ? NARROW_WIDTH : MIN_WIDTH}
        count={shown.length}
        handle={rows}
        empty="No column is called so, or none of this kind is left."
        heading={[
          <input
            key="all"
            type="checkbox"
            aria-label="Tick all that are shown"
            checked={allTicked}
            onChange={allTicked ? untick : tickAll}
          />,
          'Column',
          'Label',
          'Level',
          'Why, and what to look at',
          ...(narrow ? [] : ['Values']),
        ]}
        row={(index) => {
          const { name } = shown[index]!;
          const cells = columnCells(
            { column: shown[index]!, ...deciding },
            {
              ticked: ticked.has(name),
              tick: (range) => tick(name, range),
              isOpen: open === name,
              toggle: () => setOpen(open === name ? null : name),
              narrow,
            },
          );
          return { key: name, name, selected: ticked.has(name) || open === name, cells };
        }}
      />
    </section>
  );
}
