import { levelOf } from '../../level.js';
import { type Crosstab, fourCells } from '../../crosstab.js';
import { firstCells } from '../fisher.js';
import { isAbsent } from '../result.js';
import { fittedTo } from '../breslow-day.js';
import { border } from '../../numerics/border.js';

/** Log odds ratios from none to all, for any table that people make. */
const REACH = 60;
/** How close to a jump of p it is looked at. */
const BESIDE = 1e-9;
/** With more first cells than this, the score interval is as good. */
const MOST_CELLS = 600;

/** What a first cell can be with given margins. */
interface FirstCells {
  /** ln of how likely each is at independence, up to a constant. */
  logs: readonly number[];
  /** Which of them was observed. */
  observed: number;
}

/** p of Fisher's two-sided test of a log odds ratio: all first cells that are no likelier than the observed one. */
function pAt({ logs, observed }: FirstCells, theta: number): number {
  const shifted = logs.map((log, k) => log + theta * (k - observed));
  const most = shifted.reduce((x, y) => Math.max(x, y), -Infinity);
  const own = (logs[observed] ?? 0) + 1e-7;
  let extreme = 0;
  let all = 0;
  for (const log of shifted) {
    const weight = Math.exp(log - most);
    all += weight;
    if (log <= own) extreme += weight;
  }
  return extreme / all;
}

/** Log odds ratios at which a smaller first cell is as likely as the observed one, upwards: there p jumps. */
function jumps({ logs, observed }: FirstCells): number[] {
  return logs
    .slice(0, observed)
    .map((log, k) => (log - (logs[observed] ?? 0)) / (observed - k))
    .sort((x, y) => x - y);
}

/** The least log odds ratio from `from` on that is not rejected. Between two jumps p has no other. */
function leastKept(cells: FirstCells, alpha: number, from: number): number {
  if (cells.observed === 0) return -Infinity;
  const holds = (theta: number) => pAt(cells, theta) >= alpha;
  const inner = jumps(cells).filter((theta) => theta > from && theta < REACH);
  const ends = [...inner.flatMap((theta) => [theta - BESIDE, theta + BESIDE]), REACH];
  let before = from;
  if (holds(from)) return from;
  for (const end of ends) {
    if (holds(end)) return border(end, before, holds);
    before = end;
  }
  return REACH;
}

/** Ends for the first cell that a 2 x 2 table with these margins has on average. */
export interface FirstCellInterval {
  lower: number;
  upper: number;
}

/**
 * The interval that inverts Fisher's exact test of a 2 x 2 table (two-sided: all first cells no likelier than the
 * observed one; Fay 2010): the odds ratios that it does not reject, each as the first cell that it gives with these
 * margins. Where the test rejects independence the interval is taken on the side of the estimate, so that the two never
 * contradict each other.
 * @returns null where counts are not whole, or too large to be gone through
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * fisherInterval(table, 0.95); // { lower: 15.99, upper: 23.44 }
 */
export function fisherInterval(table: Crosstab, confidence: number): FirstCellInterval | null {
  const first = firstCells(table);
  if (isAbsent(first) || first.weights.length > MOST_CELLS) return null;
  const { n, R, C, N } = table;
  const [a, b, c, d] = fourCells({ n });
  const alpha = levelOf(confidence);
  const logs = first.weights.map(Math.log);
  const cells = { logs, observed: first.position };
  const turned = { logs: [...logs].reverse(), observed: logs.length - 1 - first.position };
  const independent = ((R[0] ?? 0) * (C[0] ?? 0)) / N;
  const rejects = pAt(cells, 0) < alpha;
  const low = leastKept(cells, alpha, rejects && a > independent ? 0 : -REACH);
  const high = -leastKept(turned, alpha, rejects && a < independent ? 0 : -REACH);
  const fitted = (theta: number) => (theta === 0 ? independent : fittedTo(Math.exp(theta), table).cells[0]);
  return {
    lower: low === -Infinity ? a - Math.min(a, d) : fitted(low),
    upper: high === Infinity ? a + Math.min(b, c) : fitted(high),
  };
}
