import { useMemo, useRef, useState } from 'react';
import type { Layout } from '../../api/types.js';
import { LEVEL_WORDS } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { Button, InlineButton } from '../../kit/kit.js';
import { matches } from '../../kit/Picker.js';
import { type RowsHandle, VirtualRows } from '../../kit/VirtualRows.js';
import {
  type Column,
  type Decisions,
  decideFor,
  levelsOf,
  declareProbable,
  markCodes,
  probablyMissing,
  readNumbersAs,
  sayProbable,
  type SourceLevel,
  standing,
  TO_LOOK_AT,
} from './decisions.js';
import { Bar } from '../../kit/Bar.js';
import css from './intake.module.css';
import { ReadingChoice } from './ReadingChoice.js';

const ROW = 44;
const TRACKS = '34px minmax(0, 0.8fr) minmax(0, 0.9fr) 148px minmax(0, 2.2fr) minmax(0, 1fr)';
const MIN_WIDTH = 860;
/** With a column close up beside it, the grid does without the values. */
const NARROW_TRACKS = '34px minmax(0, 0.7fr) minmax(0, 0.8fr) 132px minmax(0, 2fr)';
const NARROW_WIDTH = 640;
const LEVELS: readonly SourceLevel[] = ['unordered', 'ordered', 'number', 'text'];

type GuessKind = keyof typeof TO_LOOK_AT;
type Filter = 'all' | 'look' | GuessKind;

interface Props {
  columns: readonly Column[];
  draft: Decisions;
  codebook: Parameters<typeof standing>[2];
  put: (draft: Decisions) => void;
  open: string | null;
  setOpen: (name: string | null) => void;
  layout: Layout;
  changeLayout: (layout: Layout) => void;
}

function valuesOf({ codes, storage, filled }: Column): string {
  if (codes.length === 0) return storage === 'number' ? 'numbers' : filled === 0 ? '' : 'texts';
  const shown = codes
    .slice(0, 5)
    .map(({ code, respondents }) => `${code.length > 18 ? `${code.slice(0, 17)}…` : code} (${whole(respondents)})`);
  return shown.join(', ') + (codes.length > 5 ? `, … ${whole(codes.length)} in all` : '');
}

/** Every column with what was understood of it and why; each guess to accept or change, for one or for many at once. */
export function ColumnGrid({ columns, draft, codebook, put, open, setOpen, layout, changeLayout }: Props) {
  const [search, setSearch] = useState('');
  const [filter, setFilter] = useState<Filter>('all');
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const last = useRef<string | null>(null);
  const rows = useRef<RowsHandle>(null);
  const kinds = useMemo(() => {
    const counted = new Map<GuessKind, number>();
    for (const { guesses } of columns)
      for (const is of new Set(guesses.map((guess) => guess.is))) counted.set(is, (counted.get(is) ?? 0) + 1);
    return counted;
  }, [columns]);
  const found = useMemo(
    () =>
      columns.filter(({ name, guesses }) => {
        if (filter === 'look' && guesses.length === 0) return false;
        if (filter !== 'all' && filter !== 'look' && !guesses.some(({ is }) => is === filter)) return false;
        return matches(name, search);
      }),
    [columns, filter, search],
  );
  const narrow = open !== null;
  const noted = columns.filter(({ guesses }) => guesses.length > 0).length;
  const names = [...chosen];
  const byName = new Map(columns.map((column) => [column.name, column]));
  const choose = (name: string, range: boolean) => {
    const next = new Set(chosen);
    const from = found.findIndex((column) => column.name === last.current);
    const to = found.findIndex((column) => column.name === name);
    const part = range && from >= 0 ? found.slice(Math.min(from, to), Math.max(from, to) + 1) : [found[to]];
    const on = !chosen.has(name);
    for (const column of part) if (column) next[on ? 'add' : 'delete'](column.name);
    last.current = name;
    setChosen(next);
  };
  const setLevel = (wanted: readonly string[], level: SourceLevel) => {
    const able = wanted.filter((name) => levelsOf(byName.get(name)!).includes(level));
    put(decideFor(draft, able, (known) => ({ ...known, level })));
  };
  const probable = names.flatMap((name) => {
    const codes = probablyMissing(byName.get(name)!, codebook);
    return codes.length > 0 ? [[name, codes] as const] : [];
  });
  const readable = names.flatMap((name) => {
    const { as, other } = byName.get(name)?.numbers ?? {};
    return as === null && other ? [{ name, reading: other.reading }] : [];
  });
  const allFound = found.length > 0 && found.every(({ name }) => chosen.has(name));
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
          onChange={(event) => {
            const wanted = event.target.value;
            setFilter(
              wanted === 'all' || wanted === 'look'
                ? wanted
                : ([...kinds.keys()].find((kind) => kind === wanted) ?? 'all'),
            );
          }}
        >
          <option value="all">All {whole(columns.length)} columns</option>
          <option value="look">To look at: {noted}</option>
          {[...kinds].map(([kind, n]) => (
            <option key={kind} value={kind}>
              {TO_LOOK_AT[kind]}: {n}
            </option>
          ))}
        </select>
        {chosen.size === 0 ? (
          <span className={css['soft']}>Tick columns to decide for many at once</span>
        ) : (
          <span className={css['many']} role="group" aria-label="For the ticked columns">
            <b>{chosen.size} ticked:</b>
            <select
              aria-label="Level of the ticked columns"
              value=""
              onChange={(event) => {
                const level = LEVELS.find((one) => one === event.target.value);
                if (level) setLevel(names, level);
              }}
            >
              <option value="">level…</option>
              {LEVELS.map((level) => (
                <option key={level} value={level}>
                  {LEVEL_WORDS[level]}
                </option>
              ))}
            </select>
            {readable.length > 0 && (
              <Button onClick={() => changeLayout(readNumbersAs(layout, readable))}>
                Read as numbers, in {readable.length}
              </Button>
            )}
            {probable.length > 0 && (
              <Button onClick={() => put(declareProbable(draft, probable))}>No answer, in {probable.length}</Button>
            )}
            <Button onClick={() => put(decideFor(draft, names, (known) => ({ ...known, leaveOut: true })))}>
              Leave out
            </Button>
            <Button onClick={() => put(decideFor(draft, names, () => ({})))}>As understood</Button>
            <Button onClick={() => setChosen(new Set())}>Untick</Button>
          </span>
        )}
      </Bar>
      <VirtualRows
        label="What was understood of each column"
        tracks={narrow ? NARROW_TRACKS : TRACKS}
        height={ROW}
        minWidth={narrow ? NARROW_WIDTH : MIN_WIDTH}
        count={found.length}
        handle={rows}
        empty="No column is called so, or none of this kind is left."
        heading={[
          <input
            key="all"
            type="checkbox"
            aria-label="Tick all that are shown"
            checked={allFound}
            onChange={() => setChosen(allFound ? new Set() : new Set(found.map(({ name }) => name)))}
          />,
          'Column',
          'Label',
          'Level',
          'Why, and what to look at',
          ...(narrow ? [] : ['Values']),
        ]}
        row={(index) => {
          const column = found[index]!;
          const { name, why, guesses, blank } = column;
          const known = standing(column, draft, codebook);
          return {
            key: name,
            name,
            selected: chosen.has(name) || open === name,
            cells: [
              <input
                key="tick"
                type="checkbox"
                aria-label={`Tick ${name}`}
                checked={chosen.has(name)}
                onChange={() => undefined}
                onClick={(event) => choose(name, event.shiftKey)}
              />,
              <button
                key="name"
                type="button"
                className={css['columnName']}
                data-out={known.leftOut}
                aria-expanded={open === name}
                onClick={() => setOpen(open === name ? null : name)}
              >
                {name}
              </button>,
              known.leftOut ? (
                <span key="out" className={css['soft']}>
                  left out
                </span>
              ) : (
                <input
                  key="label"
                  aria-label={`Label of ${name}`}
                  value={known.label}
                  placeholder={name}
                  onChange={(event) => put(decideFor(draft, [name], (old) => ({ ...old, label: event.target.value })))}
                />
              ),
              known.leftOut ? (
                <Button
                  key="back"
                  onClick={() => put(decideFor(draft, [name], (old) => ({ ...old, leaveOut: false })))}
                >
                  Take in
                </Button>
              ) : (
                <select
                  key="level"
                  aria-label={`Level of ${name}`}
                  value={known.level}
                  onChange={(event) => {
                    const level = levelsOf(column).find((one) => one === event.target.value);
                    if (level) setLevel([name], level);
                  }}
                >
                  {levelsOf(column).map((level) => (
                    <option key={level} value={level}>
                      {LEVEL_WORDS[level]}
                    </option>
                  ))}
                </select>
              ),
              <div key="why" className={css['why']}>
                <p title={[why, ...guesses.map(({ text }) => text)].join(' ')}>
                  {known.fromCodebook ? 'As the codebook says. ' : ''}
                  {why}
                  {blank > 0 && <span className={css['soft']}> {whole(blank)} blank.</span>}
                </p>
                <Guesses
                  column={column}
                  draft={draft}
                  codebook={codebook}
                  put={put}
                  layout={layout}
                  changeLayout={changeLayout}
                />
              </div>,
              ...(narrow
                ? []
                : [
                    <span key="values" className={css['valueList']} title={valuesOf(column)}>
                      {valuesOf(column)}
                    </span>,
                  ]),
            ],
          };
        }}
      />
    </section>
  );
}

/** What to look at in a column, each with the one click that settles it. */
function Guesses({
  column,
  draft,
  codebook,
  put,
  ...reading
}: Pick<Props, 'draft' | 'codebook' | 'put' | 'layout' | 'changeLayout'> & { column: Column }) {
  const { name, guesses } = column;
  const { missingOf, leftOut } = standing(column, draft, codebook);
  const probable = probablyMissing(column, codebook);
  const said = sayProbable(column, probable, codebook);
  if (guesses.length === 0 && said === '') return <ReadingChoice column={column} {...reading} />;
  const marked = probable.length > 0 && probable.every(({ code }) => missingOf(code) !== null);
  const asked = guesses.flatMap((guess) => (guess.is === 'no-answer' ? guess.codes : []));
  const isSettled = marked || (asked.length > 0 && asked.every(({ code }) => missingOf(code) !== null));
  const asAnswers = probable.map(({ code }) => ({ code, missing: null }));
  const text = [...guesses.map((guess) => guess.text), said].filter((part) => part !== '').join(' ');
  const useless = guesses.some(({ is }) => is === 'blank' || is === 'constant');
  return (
    <p className={css['guess']}>
      <span title={text} data-settled={isSettled || leftOut}>
        {text}
      </span>
      {probable.length > 0 && (
        <InlineButton
          aria-pressed={marked}
          onClick={() => put(decideFor(draft, [name], (known) => markCodes(known, marked ? asAnswers : probable)))}
        >
          {marked ? '✓ No answer' : 'No answer'}
        </InlineButton>
      )}
      {useless && !leftOut && (
        <InlineButton onClick={() => put(decideFor(draft, [name], (known) => ({ ...known, leaveOut: true })))}>
          Leave out
        </InlineButton>
      )}
      <ReadingChoice column={column} {...reading} />
    </p>
  );
}
