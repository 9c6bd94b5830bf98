import type { CodedColumn, Column, SetsColumn } from '../count/column.js';

/** Respondents put together who have the same values: what is made of these is worked out once for all of them. */
export interface Alike<C extends Column = Column> {
  /** How many groups there are. */
  groups: number;
  /** Of each group how many respondents it has. */
  times: ArrayLike<number>;
  /** What each group has in the columns, a group a position. */
  columns: readonly C[];
  /** What each respondent has, out of what each group has, `width` elements each. */
  spread: <T extends Uint8Array | Uint16Array | Uint32Array | Float64Array>(ofGroups: T, width?: number) => T;
  /** The first respondents whose group is one of these, counted from 0. */
  first: (isOf: (group: number) => boolean, most: number) => number[];
}

/** More combinations of values than these, and each respondent is a group. */
const MOST_CELLS = 65_536;
/** So many respondents to a combination at least: with fewer nothing is saved. */
const LEAST_TIMES = 4;

/** An array of the same kind. */
export function another<T extends Uint8Array | Uint16Array | Uint32Array | Float64Array>(like: T, length: number): T {
  const kind = like.constructor as new (length: number) => T;
  return new kind(length);
}

/** Each respondent by itself. */
export const alone = <C extends Column>(columns: readonly C[], respondents: number): Alike<C> => ({
  groups: respondents,
  times: new Uint8Array(respondents).fill(1),
  columns,
  spread: (ofGroups) => ofGroups,
  first: (isOf, most) => {
    const found: number[] = [];
    for (let k = 0; k < respondents && found.length < most; k++) if (isOf(k)) found.push(k);
    return found;
  },
});

/** Of each respondent the combination of values, row-major. */
function cellsIn(columns: readonly CodedColumn[], respondents: number): Uint16Array {
  const cells = new Uint16Array(respondents);
  for (const { values, codes } of columns) {
    const size = codes.length + 1;
    for (let k = 0; k < respondents; k++) cells[k] = cells[k]! * size + values[k]!;
  }
  return cells;
}

/** The values of a column in some combinations. @param step combinations of the columns behind it */
function valuesIn({ values, codes }: CodedColumn, used: readonly number[], step: number): CodedColumn {
  const size = codes.length + 1;
  const own = another(values, used.length);
  used.forEach((cell, group) => (own[group] = Math.floor(cell / step) % size));
  return { kind: 'coded', values: own, codes };
}

/**
 * Puts respondents together who have the same values in all of some columns; each is a group of its own where that
 * would save nothing.
 * @example
 * const values = Uint8Array.of(1, 2, 1, 1, 1, 1, 1, 2, 2, 2, 2, 2);
 * const { times } = alike([{ kind: 'coded', values, codes: ['a', 'b'] }], 12);
 * times; // [6, 6]
 */
export function alike<C extends Column>(columns: readonly C[], respondents: number): Alike<C> {
  const coded = columns.flatMap((column: Column): CodedColumn[] => (column.kind === 'coded' ? [column] : []));
  const sizes = coded.map(({ codes }) => codes.length + 1);
  const all = sizes.reduce((product, size) => product * size, 1);
  const saves = coded.length === columns.length && all <= MOST_CELLS && all * LEAST_TIMES <= respondents;
  if (!saves) return alone(columns, respondents);
  const cells = cellsIn(coded, respondents);
  const timesOfCell = new Uint32Array(all);
  for (let k = 0; k < respondents; k++) timesOfCell[cells[k]!]!++;
  const used = Array.from(timesOfCell.keys()).filter((cell) => timesOfCell[cell]! > 0);
  const groupOf = new Uint16Array(all);
  used.forEach((cell, group) => (groupOf[cell] = group));
  const steps = sizes.map((_, s) => sizes.slice(s + 1).reduce((product, size) => product * size, 1));
  return {
    groups: used.length,
    times: Uint32Array.from(used, (cell) => timesOfCell[cell]!),
    columns: coded.map((column, s) => valuesIn(column, used, steps[s]!) as Column as C),
    spread: (ofGroups, width = 1) => {
      const spread = another(ofGroups, respondents * width);
      if (width === 1) {
        const ofCells = another(ofGroups, all);
        used.forEach((cell, group) => (ofCells[cell] = ofGroups[group]!));
        for (let k = 0; k < respondents; k++) spread[k] = ofCells[cells[k]!]!;
        return spread;
      }
      for (let k = 0; k < respondents; k++) {
        const from = groupOf[cells[k]!]! * width;
        for (let w = 0; w < width; w++) spread[k * width + w] = ofGroups[from + w]!;
      }
      return spread;
    },
    first: (isOf, most) => {
      const wanted = used.map((_, group) => isOf(group));
      const found: number[] = [];
      if (!wanted.includes(true)) return found;
      for (let k = 0; k < respondents && found.length < most; k++) if (wanted[groupOf[cells[k]!]!]) found.push(k);
      return found;
    },
  };
}

/** The sets of respondents, out of those of their groups. */
export const spreadSets = (
  { spread }: Pick<Alike, 'spread'>,
  { words, width, state, options }: Omit<SetsColumn, 'kind'>,
): SetsColumn => ({ kind: 'sets', words: spread(words, width), width, state: spread(state), options });
