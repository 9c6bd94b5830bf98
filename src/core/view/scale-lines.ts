import { topFirst } from '../codebook/top-first.js';
import { total } from '../numerics/total.js';
import type { ScaleChoice } from '../table/figure-choice.js';
import { scaleScores } from '../table/scale-scores.js';
import { scalePlacesOf } from '../table/scale-order.js';
import { figuresOf } from '../table/share.js';
import type { Table } from '../table/table.js';
import type { Foot } from './types.js';

/** From so many categories on the two at one end are not most of a scale. */
const LEAST_FOR_TWO = 4;

const TOP = 'The top is where labels say more or better; where they do not tell, the end of the list.';

/** How many are in each category of a scale, the lowest first, in one column. */
interface Column {
  counts: number[];
  /** Of each category. */
  scores: readonly number[];
  /** Of whom shares are: those off the scale too, where they are in the base. */
  base: number;
  /** Respondents on the scale, unweighted. */
  n: number;
}

const share = (counts: readonly number[], base: number) => (base > 0 ? (100 * total(counts)) / base : null);

function meanOf({ counts, scores }: Column): number | null {
  const all = total(counts);
  return all > 0 ? total(counts.map((count, k) => count * scores[k]!)) / all : null;
}

/** With n - 1; weights are brought to an average of 1. */
function sdOf(column: Column): number | null {
  const { counts, scores, n } = column;
  const mean = meanOf(column);
  if (mean === null || n < 2) return null;
  const squares = total(counts.map((count, k) => count * (scores[k]! - mean) ** 2));
  return Math.sqrt(((squares / total(counts)) * n) / (n - 1));
}

/**
 * What an ordered variable comes to under its categories, by column, the total first: the share of the two at the top
 * and at the bottom of the scale, the one less the other, and the mean and standard deviation of the scores.
 */
export function scaleLines(table: Table): Foot[] {
  const { rows } = table;
  if (rows.variable.level !== 'ordered' || rows.multiple || table.numbers) return [];
  const places = scalePlacesOf(table).rows.filter((i) => {
    const category = rows.categories[i];
    return category?.kind === 'answer' && !category.offScale;
  });
  if (places.length < 2) return [];
  const { cells, rowTotals, base, columnBases } = figuresOf(table);
  const scores = scaleScores(
    rows.variable,
    places.map((i) => rows.categories[i]!),
  );
  const columns: Column[] = [
    {
      counts: places.map((i) => rowTotals[i] ?? 0),
      scores,
      base,
      n: total(places.map((i) => table.rowTotals[i] ?? 0)),
    },
    ...(table.columns ? columnBases : []).map((own, j) => ({
      counts: places.map((i) => cells[i]?.[j] ?? 0),
      scores,
      base: own,
      n: total(places.map((i) => table.cells[i]?.[j] ?? 0)),
    })),
  ];
  const line = (
    id: ScaleChoice,
    label: string,
    unit: Foot['unit'],
    about: string | null,
    of: (column: Column) => number | null,
  ): Foot => ({ id, label, about, unit, decimals: unit === 'value' ? 2 : 1, values: columns.map(of) });
  const labels = places.map((i) => rows.categories[i]!.label);
  const firstTwo = <T>(list: readonly T[]): readonly T[] => list.slice(0, 2);
  const lastTwo = <T>(list: readonly T[]): readonly T[] => list.slice(-2);
  const [topTwo, bottomTwo] = topFirst(labels) ? [firstTwo, lastTwo] : [lastTwo, firstTwo];
  const top = ({ counts, base: own }: Column) => share(topTwo(counts), own);
  const bottom = ({ counts, base: own }: Column) => share(bottomTwo(counts), own);
  const { scores: given } = rows.variable;
  const score = given
    ? `Scores: ${labels.map((label, k) => `${label} ${scores[k]!}`).join(', ')}.`
    : `Scores 1 to ${places.length}, from ${labels[0]!} to ${labels.at(-1)!}.`;
  const ends =
    places.length < LEAST_FOR_TWO
      ? []
      : [
          line('top-two', `Top two: ${topTwo(labels).join(', ')}`, 'percent', TOP, top),
          line('bottom-two', `Bottom two: ${bottomTwo(labels).join(', ')}`, 'percent', TOP, bottom),
          line('net-difference', 'Top two less bottom two', 'points', 'In percentage points.', (column) => {
            const [high, low] = [top(column), bottom(column)];
            return high === null || low === null ? null : high - low;
          }),
        ];
  return [
    ...ends,
    line('scale-mean', given ? 'Mean score, own scores' : `Mean score, 1 to ${places.length}`, 'value', score, meanOf),
    line('scale-sd', 'SD of scores', 'value', score, sdOf),
  ];
}
