import { type KeyboardEvent, type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import type { RosterVariable } from '../../api/types.js';
import { bidiShown } from '../../core/bidi-shown.js';
import { titleOf } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { useScrolled } from '../../kit/use-scrolled.js';
import { peekAt } from '../peek/Peek.js';
import { move, only } from './grid-moves.js';
import type { Given, useRespondents } from './use-respondents.js';
import css from './codebook.module.css';

const ROW = 28;
const COLUMN = 148;
const FIRST = 84;
const HEAD = 46;
/** Browsers draw nothing taller than some 30 million pixels: a longer list scrolls faster than it is long. */
const TALLEST = 8_000_000;

interface Props {
  variables: readonly RosterVariable[];
  total: number;
  labels: boolean;
  rowAt: ReturnType<typeof useRespondents>['rowAt'];
  need: ReturnType<typeof useRespondents>['need'];
  empty: ReactNode;
}

/** What is shown for a value, and whether it is no answer. */
function useWords(variables: readonly RosterVariable[], labels: boolean) {
  return useMemo(() => {
    const codeMaps = variables.map(({ codes }) => new Map(codes.map((code) => [code.code, code])));
    return (column: number, given: Given): { text: string; missing: boolean } => {
      if (given === null) return { text: '', missing: true };
      const of = codeMaps[column];
      const word = (code: string) => bidiShown((labels ? of?.get(code)?.label : undefined) ?? code);
      if (Array.isArray(given)) return { text: given.map(word).join(', '), missing: false };
      const code = String(given);
      return { text: word(code), missing: of?.get(code)?.missing != null };
    };
  }, [variables, labels]);
}

/** Where a column stands. */
const placeOf = (column: number) => ({ position: 'absolute', width: COLUMN, left: FIRST + column * COLUMN }) as const;

function HeadCell({ variable, column }: { variable: RosterVariable; column: number }) {
  return (
    <div
      role="columnheader"
      data-number={variable.level === 'number' || undefined}
      aria-colindex={column + 2}
      style={placeOf(column)}
    >
      <span {...peekAt(variable.id)}>
        {titleOf(variable)}
        {variable.label !== '' && <small>{variable.name}</small>}
      </span>
    </div>
  );
}

interface GivenProps {
  row: number;
  column: number;
  /** Undefined: it is on its way. */
  given: Given | undefined;
  words: ReturnType<typeof useWords>;
  active: boolean;
  isNumber: boolean;
}

/** What a respondent gave to a variable. */
function GivenCell({ row, column, given, words, active, isNumber }: GivenProps) {
  const { text, missing } = given === undefined ? { text: '…', missing: true } : words(column, given);
  return (
    <div
      id={`respondent-${row}-${column}`}
      role="gridcell"
      aria-colindex={column + 2}
      data-at={`${row} ${column}`}
      data-active={active || undefined}
      data-missing={missing || undefined}
      data-number={isNumber || undefined}
      style={placeOf(column)}
      title={text.length > 18 ? text : undefined}
    >
      {given === null ? <span className="sr-only">blank</span> : text}
    </div>
  );
}

/** Respondents down, variables across; only what is in sight is drawn and fetched. */
export function RespondentGrid({ variables, total, labels, rowAt, need, empty }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [view, setView] = useState({ top: 0, left: 0, width: 1000, height: 600 });
  const [active, setActive] = useState({ row: 0, column: 0 });
  const words = useWords(variables, labels);
  useScrolled(box, ({ scrollTop, scrollLeft, clientWidth, clientHeight }) =>
    setView({ top: scrollTop, left: scrollLeft, width: clientWidth, height: clientHeight }),
  );
  const room = Math.max(ROW, view.height - HEAD);
  const natural = total * ROW;
  const tall = Math.min(natural, TALLEST);
  const fits = Math.floor(room / ROW);
  // From where the list is scrolled to, to its first row in sight, and back.
  const scale = natural > TALLEST ? Math.max(1, total - fits) / Math.max(1, tall - room) : 1 / ROW;
  const firstRow = Math.max(0, Math.min(total - 1, Math.floor(view.top * scale)));
  const lastRow = Math.min(total - 1, firstRow + fits + 1);
  const firstColumn = Math.max(0, Math.floor(view.left / COLUMN));
  const lastColumn = Math.min(variables.length - 1, Math.ceil((view.left + view.width - FIRST) / COLUMN));
  useEffect(() => {
    if (total > 0) need(firstRow, lastRow, firstColumn, lastColumn);
  }, [need, total, firstRow, lastRow, firstColumn, lastColumn]);
  const show = (row: number, column: number) => {
    const element = box.current;
    if (!element) return;
    if (row <= firstRow) element.scrollTop = row / scale;
    else if (row >= firstRow + fits) element.scrollTop = (row - fits + 1) / scale;
    const left = column * COLUMN;
    if (left < element.scrollLeft) element.scrollLeft = left;
    else if (left + COLUMN > element.scrollLeft + view.width - FIRST)
      element.scrollLeft = left + COLUMN - view.width + FIRST;
  };
  const pressed = (event: KeyboardEvent) => {
    const size = { rows: total, columns: variables.length, page: Math.max(1, fits - 1) };
    const next = move(only(active.row, active.column), event.key, size, {
      extend: false,
      control: event.ctrlKey || event.metaKey,
    });
    if (!next || total === 0) return;
    event.preventDefault();
    setActive(next.at);
    show(next.at.row, next.at.column);
  };
  const shownRows = Array.from({ length: total === 0 ? 0 : lastRow - firstRow + 1 }, (_, k) => firstRow + k);
  const shownColumns = Array.from({ length: Math.max(0, lastColumn - firstColumn + 1) }, (_, k) => firstColumn + k);
  return (
    <div
      ref={box}
      className={css['respondents']}
      role="grid"
      aria-label="Respondents, one a row"
      aria-rowcount={total + 1}
      aria-colcount={variables.length + 1}
      aria-activedescendant={total > 0 ? `respondent-${active.row}-${active.column}` : undefined}
      tabIndex={0}
      onKeyDown={pressed}
      onPointerDown={(event) => {
        const cell = event.target instanceof Element ? event.target.closest<HTMLElement>('[data-at]') : null;
        const [row, column] = (cell?.dataset['at'] ?? '').split(' ').map(Number);
        if (cell && row !== undefined && column !== undefined) setActive({ row, column });
      }}
    >
      <div
        role="row"
        aria-rowindex={1}
        className={css['respondentsHead']}
        style={{ width: FIRST + variables.length * COLUMN, height: HEAD }}
      >
        <div role="columnheader" aria-colindex={1} className={css['respondent']} style={{ width: FIRST }}>
          Respondent
        </div>
        {shownColumns.map((column) => (
          <HeadCell key={column} variable={variables[column]!} column={column} />
        ))}
      </div>
      <div role="rowgroup" style={{ position: 'relative', height: tall, width: FIRST + variables.length * COLUMN }}>
        {shownRows.map((row, k) => {
          const of = rowAt(row);
          const respondent = of.respondent(firstColumn);
          // Where the list is longer than it is tall, rows stand where they are seen.
          const y = natural > TALLEST ? view.top + k * ROW : row * ROW;
          return (
            <div
              key={row}
              role="row"
              aria-rowindex={row + 2}
              className={css['respondentRow']}
              style={{ transform: `translateY(${y}px)`, height: ROW }}
            >
              <div role="rowheader" aria-colindex={1} className={css['respondent']} style={{ width: FIRST }}>
                {respondent === undefined ? '…' : whole(respondent)}
              </div>
              {shownColumns.map((column) => (
                <GivenCell
                  key={column}
                  row={row}
                  column={column}
                  given={of.cell(column)}
                  words={words}
                  active={active.row === row && active.column === column}
                  isNumber={variables[column]?.level === 'number'}
                />
              ))}
            </div>
          );
        })}
      </div>
      {total === 0 && <p className={css['soft']}>{empty}</p>}
    </div>
  );
}
