import type { ReactNode } from 'react';
import { LEVEL_WORDS } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { InlineButton } from '../../kit/kit.js';
import type { ColumnProps } from './ColumnGrid.js';
import { type Column, decideFor, levelsOf, setLevelOf, standing } from './decisions.js';
import { Guesses } from './Guesses.js';
import css from './intake.module.css';

const VALUES = 5;
const LONGEST = 18;

function valuesOf({ codes, storage, filled }: Column): string {
  if (codes.length === 0) return storage === 'number' ? 'numbers' : filled === 0 ? '' : 'texts';
  const short = (code: string) => (code.length > LONGEST ? `${code.slice(0, LONGEST - 1)}…` : code);
  const shown = codes.slice(0, VALUES).map(({ code, respondents }) => `${short(code)} (${whole(respondents)})`);
  return shown.join(', ') + (codes.length > VALUES ? `, … ${whole(codes.length)} in all` : '');
}

interface Ticks {
  ticked: boolean;
  /** @param range with all between it and the one ticked before */
  tick: (range: boolean) => void;
  isOpen: boolean;
  toggle: () => void;
  /** Without the values. */
  narrow: boolean;
}

/** The cells of a column: its tick, name, label, level, why it is so understood, and its values. */
export function columnCells(props: ColumnProps, { ticked, tick, isOpen, toggle, narrow }: Ticks): ReactNode[] {
  const { column, draft, codebook, put } = props;
  const { name, why, guesses, blank } = column;
  const now = standing(column, draft, codebook);
  const values = valuesOf(column);
  return [
    <input
      key="tick"
      type="checkbox"
      aria-label={`Tick ${name}`}
      checked={ticked}
      onChange={() => undefined}
      onClick={(event) => tick(event.shiftKey)}
    />,
    <button
      key="name"
      type="button"
      className={css['columnName']}
      data-out={now.leftOut}
      aria-expanded={isOpen}
      onClick={toggle}
    >
      {name}
    </button>,
    now.leftOut ? (
      <span key="out" className={css['soft']}>
        left out
      </span>
    ) : (
      <input
        key="label"
        aria-label={`Label of ${name}`}
        value={now.label}
        placeholder={name}
        onChange={(event) => put(decideFor(draft, [name], (old) => ({ ...old, label: event.target.value })))}
      />
    ),
    now.leftOut ? (
      <InlineButton key="back" onClick={() => put(decideFor(draft, [name], (old) => ({ ...old, leaveOut: false })))}>
        Take in
      </InlineButton>
    ) : (
      <select
        key="level"
        aria-label={`Level of ${name}`}
        value={now.level}
        onChange={(event) => {
          const level = levelsOf(column).find((other) => other === event.target.value);
          if (level) put(setLevelOf(draft, [column], level));
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
        {now.fromCodebook ? 'As the codebook says. ' : ''}
        {why}
        {blank > 0 && <span className={css['soft']}> {whole(blank)} blank.</span>}
      </p>
      <Guesses {...props} />
    </div>,
    ...(narrow
      ? []
      : [
          <span key="values" className={css['valueList']} title={values}>
            {values}
          </span>,
        ]),
  ];
}
