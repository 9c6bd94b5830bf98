import { cellsOfColumns } from './axis.js';
import type { CodedColumn } from './column.js';
import { AT, type Kernel, kernel } from './kernel/kernel.js';
import {
  append,
  type CellBytes,
  layGroups,
  layValues,
  layWeights,
  type Stretch,
  stretchesOf,
  type Who,
} from './kernel/stretch.js';

/** What was counted in each cell, row-major. */
export interface CellSums {
  respondents: Float64Array;
  /** Sums of weights and of their squares; null without a weight. */
  weights: { sums: Float64Array; squares: Float64Array } | null;
}

/** More cells than these are counted by the plain loop: they lie far from the processor either way. */
export const MOST_CELLS_AT_ONCE = 1_000_000;

/** So few cells have four tables of counters, which stay beside the processor. */
const FEW = 4096;
/** So few that two respondents are counted in one step. */
const VERY_FEW = 128;

const WEIGHED_BYTES = 32;
const TWOS_BYTES = VERY_FEW * VERY_FEW * 4;

const sizeOf = ({ codes }: CodedColumn) => codes.length + 1;

/** Where a row item is counted: its table, and how. */
interface Table {
  column: CodedColumn;
  height: number;
  /** Cells with those of the spare group. */
  cells: number;
  at: number;
  how: 'twos' | 'fours' | 'singly' | 'weighed';
}

function bytesOf({ cells, how }: Omit<Table, 'at'>): number {
  if (how === 'weighed') return cells * WEIGHED_BYTES;
  if (how === 'twos') return TWOS_BYTES + VERY_FEW * 4;
  return cells * 4 * (how === 'fours' ? 4 : 1);
}

const HOW = { 1: 'twos', 2: 'fours', 4: 'singly' } as const;

/** How wide cells are: of very few groups and codes one byte. */
function widthOfCells(rows: readonly CodedColumn[], groups: readonly CodedColumn[], isWeighted: boolean): CellBytes {
  const areBytes = [...rows, ...groups].every(({ values }) => values instanceof Uint8Array);
  // With the spare group of those who are not counted.
  const across = cellsOfColumns(groups) + 1;
  const most = across * Math.max(...rows.map(sizeOf));
  if (areBytes && !isWeighted && most <= VERY_FEW) return 1;
  return most <= FEW ? 2 : 4;
}

function countStretch(own: Kernel, stretch: Stretch, table: Table, each: CellBytes): void {
  const { loops } = own;
  const { length } = stretch;
  const { column, height, cells, at, how } = table;
  if (how === 'twos') {
    layValues(own, stretch, column.values);
    loops.countTwos(AT.groups, AT.values, length, height, at);
    return;
  }
  append(own, stretch, column, [AT.cells, AT.groups], height, each);
  if (how === 'weighed') (each === 2 ? loops.weigh16 : loops.weigh32)(AT.cells, AT.weights, length, at);
  else if (how === 'fours') loops.count16(AT.cells, length, at, cells * 4);
  else loops.count32(AT.cells, length, at);
}

/** Where the counters of a table are, one each cell, and how far they stand apart; in elements of four bytes. */
function countersOf({ counts, loops }: Kernel, { at, cells, how }: Table): { first: number; step: number } {
  const first = at / 4;
  if (how === 'weighed') return { first: first + 4, step: WEIGHED_BYTES / 4 };
  if (how === 'twos') {
    const sums = at + TWOS_BYTES;
    loops.addTwos(at, sums);
    return { first: sums / 4, step: 1 };
  }
  for (let table = 1; how === 'fours' && table < 4; table++)
    for (let cell = 0; cell < cells; cell++) counts[first + cell]! += counts[first + table * cells + cell]!;
  return { first, step: 1 };
}

/** The cells of a table as rows by groups. */
function cellsOf(own: Kernel, table: Table, groups: number): CellSums {
  const { height, at, how } = table;
  const { first, step } = countersOf(own, table);
  const respondents = new Float64Array(height * groups);
  const weights =
    how === 'weighed'
      ? { sums: new Float64Array(respondents.length), squares: new Float64Array(respondents.length) }
      : null;
  for (let group = 0; group < groups; group++) {
    for (let row = 0; row < height; row++) {
      const cell = group * height + row;
      const out = row * groups + group;
      respondents[out] = own.counts[first + cell * step]!;
      if (!weights) continue;
      weights.sums[out] = own.numbers[at / 8 + cell * 4]!;
      weights.squares[out] = own.numbers[at / 8 + cell * 4 + 1]!;
    }
  }
  return { respondents, weights };
}

/**
 * Counts each of some row items by the same groups: respondents, and with weights the sums of them and of their
 * squares, added up in the order of the respondents.
 * @param rows none of which has more than `MOST_CELLS_AT_ONCE` cells by these groups
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 1, 0), codes: ['a', 'b'] };
 * const who = { respondents: 4, mask: Uint8Array.of(1, 1, 0, 1), weight: null };
 * countCells([site], [], who)[0].respondents; // [1, 1, 1]
 */
export function countCells(rows: readonly CodedColumn[], groups: readonly CodedColumn[], who: Who): CellSums[] {
  const width = cellsOfColumns(groups);
  const each = widthOfCells(rows, groups, who.weight !== null);
  let at: number = AT.tables;
  const tables = rows.map((column): Table => {
    const height = sizeOf(column);
    const cells = height * (width + 1);
    const table = { column, height, cells, how: who.weight ? ('weighed' as const) : HOW[each] };
    const own = { ...table, at };
    at += Math.ceil(bytesOf(table) / 16) * 16;
    return own;
  });
  const own = kernel(at - AT.tables);
  for (const stretch of stretchesOf(who.respondents)) {
    layGroups(own, stretch, groups, who.mask, each);
    if (who.weight) layWeights(own, stretch, who.weight);
    for (const table of tables) countStretch(own, stretch, table, each);
  }
  return tables.map((table) => cellsOf(own, table, width));
}
