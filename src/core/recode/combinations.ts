import { axisOf, cellsOf } from '../count/axis.js';
import { type CodedColumn, type Column, lowBits, type SetsColumn, wordAt } from '../count/column.js';
import { countCells, MOST_CELLS_AT_ONCE } from '../count/count-cells.js';
import { placesOfColumn } from '../count/number-places.js';
import { hasAnswered } from '../count/set-state.js';
import type { RawValue } from './spoken-value.js';

/** Values of several variables that somebody has at once, and how many have them. */
export interface Combination {
  raw: readonly RawValue[];
  respondents: number;
}

/** A column whose different values are few, each by a small number. */
interface FewValues {
  coded: CodedColumn;
  /** What stands there where `coded` has a value. */
  raw: (value: number) => RawValue;
}

/** Options of which all sets are counted; with more of them there are too many. */
const MOST_OPTIONS = 10;
/** Different numbers that are counted. */
const MOST_NUMBERS = 65_000;

/** Codes that nobody reads: values are told by `raw`. */
const numbered = (values: CodedColumn['values'], size: number): CodedColumn => ({
  kind: 'coded',
  values,
  codes: Array.from({ length: size - 1 }, (_, k) => String(k + 1)),
});

const room = (length: number, size: number) => (size <= 256 ? new Uint8Array(length) : new Uint16Array(length));

function fewSets(column: SetsColumn): FewValues | null {
  const { words, width, state, options } = column;
  if (width > 1 || options.length > MOST_OPTIONS) return null;
  const size = 2 ** (options.length + 1);
  const values = room(state.length, size);
  // 0 has not answered; who has is told by the bit below the options.
  for (let k = 0; k < state.length; k++) if (hasAnswered(state[k]!)) values[k] = (words[k]! << 1) | 1;
  return {
    coded: numbered(values, size),
    raw: (value) => ((value & 1) === 0 ? null : options.filter((_, j) => ((value >> (j + 1)) & 1) === 1)),
  };
}

function fewNumbers(column: Extract<Column, { kind: 'number' }>): FewValues | null {
  const { values, words } = column;
  const { distinct, place } = placesOfColumn(column);
  const size = 1 + distinct.length + words.length;
  if (size > MOST_NUMBERS) return null;
  const coded = room(values.length, size);
  const low = lowBits(values);
  for (let k = 0; k < values.length; k++) {
    const word = place[k] === -1 ? wordAt(low, k) : 0;
    if (place[k] !== -1) coded[k] = 1 + place[k]!;
    else if (word > 0) coded[k] = distinct.length + word;
  }
  return {
    coded: numbered(coded, size),
    raw: (value) => {
      if (value === 0) return null;
      return value <= distinct.length ? String(distinct[value - 1]) : (words[value - distinct.length - 1] ?? null);
    },
  };
}

function fewValues(column: Column): FewValues | null {
  if (column.kind === 'sets') return fewSets(column);
  if (column.kind === 'number') return fewNumbers(column);
  return column.kind === 'coded' ? { coded: column, raw: (value) => column.codes[value - 1] ?? null } : null;
}

/**
 * All combinations of values of some columns that somebody has; null where there may be too many of them.
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 1), codes: ['a', 'b'] };
 * combinationsOf([site], 3); // [{ raw: ['a'], respondents: 2 }, { raw: ['b'], respondents: 1 }]
 */
export function combinationsOf(columns: readonly Column[], respondents: number): Combination[] | null {
  const few: FewValues[] = [];
  for (const column of columns) {
    const values = fewValues(column);
    if (!values) return null;
    few.push(values);
  }
  const axes = few.map(({ coded }) => axisOf(coded));
  const [first, ...others] = few.map(({ coded }) => coded);
  if (!first || cellsOf(axes) > MOST_CELLS_AT_ONCE) return null;
  const [counted] = countCells([first], others, { respondents, mask: null, weight: null });
  const sizes = axes.map(({ slots }) => slots.length);
  const combinations: Combination[] = [];
  counted!.respondents.forEach((times, cell) => {
    if (times === 0) return;
    const raw: RawValue[] = [];
    let rest = cell;
    for (let a = sizes.length - 1; a >= 0; a--) {
      raw[a] = few[a]!.raw(rest % sizes[a]!);
      rest = Math.floor(rest / sizes[a]!);
    }
    combinations.push({ raw, respondents: times });
  });
  return combinations;
}
