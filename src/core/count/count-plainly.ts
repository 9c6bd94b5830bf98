import { axisOf, cellsOf, type Countable } from './axis.js';
import { eachCell, mentionsOf } from './each-cell.js';
import type { Who } from './kernel/stretch.js';
import type { CountArray, CountAxis } from './types.js';

/** What is counted of respondents: cells, and of a question the pairs of its options. */
export type Cells = Pick<CountArray, 'respondents' | 'weights' | 'together'>;

/** Pairs of options counted in all groups; a question of 40 options by 150 groups is as large. */
export const MOST_TOGETHER = 250_000;

/** Respondents who mentioned each two options, in each group: what the overall test of a set needs. */
function countTogether(
  [rows, ...groups]: readonly Countable[],
  axes: readonly CountAxis[],
  { mask, respondents, weight }: Who,
): CountArray['together'] {
  if (rows?.kind !== 'sets') return null;
  const coded = groups.flatMap((group, g) =>
    group.kind === 'coded' ? [{ values: group.values, size: axes[g + 1]!.slots.length }] : [],
  );
  if (coded.length < groups.length) return null;
  const options = rows.options.length;
  const size = coded.reduce((product, item) => product * item.size, options * options);
  if (size > MOST_TOGETHER) return null;
  const sums = new Float64Array(size);
  const squares = weight ? new Float64Array(size) : null;
  const mine = new Int32Array(options);
  for (let k = 0; k < respondents; k++) {
    if (mask && mask[k] === 0) continue;
    const filled = mentionsOf(rows, k, mine, 0, 0);
    let group = 0;
    for (const item of coded) group = group * item.size + item.values[k]!;
    const base = group * options * options;
    const w = weight ? weight[k]! : 1;
    for (let a = 0; a < filled; a++) {
      for (let b = 0; b < filled; b++) {
        const cell = base + mine[a]! * options + mine[b]!;
        sums[cell]! += w;
        if (squares) squares[cell]! += w * w;
      }
    }
  }
  return { sums: Array.from(sums), squares: squares && Array.from(squares) };
}

/**
 * Counts one respondent after the other, whatever the axes: what every quicker way of counting is held to.
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 1, 0), codes: ['a', 'b'] };
 * countPlainly([site], { respondents: 4, mask: null, weight: null }).respondents; // [1, 2, 1]
 */
export function countPlainly(columns: readonly Countable[], who: Who): Cells {
  const axes = columns.map(axisOf);
  const size = cellsOf(axes);
  const respondents = new Float64Array(size);
  const together = countTogether(columns, axes, who);
  const { mask, weight } = who;
  if (!weight) {
    eachCell(columns, axes, mask, who.respondents, (cell) => respondents[cell]!++);
    return { respondents: Array.from(respondents), together, weights: null };
  }
  const [sums, squares] = [new Float64Array(size), new Float64Array(size)];
  eachCell(columns, axes, mask, who.respondents, (cell, k) => {
    const w = weight[k]!;
    respondents[cell]!++;
    sums[cell]! += w;
    squares[cell]! += w * w;
  });
  const weights = { sums: Array.from(sums), squares: Array.from(squares) };
  return { respondents: Array.from(respondents), together, weights };
}
