import { Fault } from '../fault.js';
import type { CodedColumn, Column, SetsColumn } from './column.js';
import { SET_STATES } from './set-state.js';
import type { CountAxis, Slot } from './types.js';

export type Countable = CodedColumn | SetsColumn;

/**
 * A column that can be an axis, or a Fault that says why not.
 * @example
 * asCountable({ kind: 'coded', values: Uint8Array.of(1, 2, 1, 0), codes: ['a', 'b'] }, 'Site').kind; // 'coded'
 */
export function asCountable(column: Column, name: string): Countable {
  if (column.kind === 'coded' || column.kind === 'sets') return column;
  throw new Fault(
    'unsupported',
    column.kind === 'number'
      ? `${name} has too many different numbers to be listed one by one.`
      : `${name} holds free text, which has no categories to count.`,
    column.kind === 'number' ? 'Choose a variable with categories.' : 'Choose a variable with codes.',
    { variable: name },
  );
}

/** On an axis of a question "blank" stands before the options, the other states behind them, by their numbers. */
const behind = SET_STATES.filter((state) => state !== 'blank');

/**
 * The positions that a column's values take on an axis.
 * @example
 * axisOf({ kind: 'coded', values: Uint8Array.of(1), codes: ['a'] }).slots;
 * // [{ is: 'blank' }, { is: 'code', code: 'a' }]
 */
export function axisOf(column: Countable): CountAxis {
  if (column.kind === 'coded') {
    return { kind: 'single', slots: [{ is: 'blank' }, ...column.codes.map((code): Slot => ({ is: 'code', code }))] };
  }
  return {
    kind: 'multiple',
    slots: [
      { is: 'blank' },
      ...column.options.map((code): Slot => ({ is: 'code', code })),
      ...behind.map((is): Slot => ({ is })),
    ],
  };
}

/**
 * How many cells some axes make.
 * @example cellsOf([{ kind: 'single', slots: [{ is: 'blank' }, { is: 'code', code: 'a' }] }]) // 2
 */
export const cellsOf = (axes: readonly CountAxis[]): number =>
  axes.reduce((product, { slots }) => product * slots.length, 1);

/** Whether a column has one value a respondent. */
export const isCoded = (column: Countable): column is CodedColumn => column.kind === 'coded';

/**
 * How many cells some coded columns make.
 * @example cellsOfColumns([{ codes: ['a', 'b'] }, { codes: ['x'] }]) // 6
 */
export const cellsOfColumns = (columns: readonly Pick<CodedColumn, 'codes'>[]): number =>
  columns.reduce((product, { codes }) => product * (codes.length + 1), 1);
