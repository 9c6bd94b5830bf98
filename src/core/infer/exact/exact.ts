import { type Crosstab, isTwoByTwo, isWhole, transpose } from '../../crosstab.js';
import { logFactorial } from '../../numerics/distributions.js';
import { type OneWay, oneWayStatistic } from '../goodness-of-fit.js';
import { fisher, pearsonExactFour } from '../fisher.js';
import { pearsonStatistic } from '../pearson.js';
import type { Absent, TestResult } from '../result.js';
import { wilson } from '../wilson.js';
import { drawOneWay, type Random, seeded, tableDrawer } from './draw.js';
import { Meter, OverBudget, probabilityUpTo } from './network.js';
import { arcsAtLeast, type CellStatistic, oneWayNetwork, tableNetwork } from './table-network.js';

/** How exact p-values are to be come by. */
export interface ExactOptions {
  /** `auto`: exact within the work, sampled beyond it. */
  method?: 'auto' | 'exact' | 'monte-carlo' | 'none' | undefined;
  /** Steps that the exact method may take for one test. */
  work?: number | undefined;
  /** Tables to be drawn. */
  draws?: number | undefined;
  seed?: number | undefined;
  /** Told the share done, 0 to 1, from time to time. */
  progress?: ((share: number) => void) | undefined;
}

/** Steps that the exact method takes before it gives way: well under a second. */
export const DEFAULT_WORK = 3_000_000;
/** Tables drawn where nothing else is asked for; fewer where a table has many cells. */
export const DEFAULT_DRAWS = 10_000;
export const DEFAULT_SEED = 1;
/** The most that can be asked for. */
export const MOST_WORK = 200_000_000;
export const MOST_DRAWS = 10_000_000;

const FEWEST_DRAWS = 1_000;
/** Cells drawn by default, all draws together. */
const DEFAULT_CELLS = 10_000_000;
/** Tables whose statistic is within this of the observed one, relatively, are ties. */
const TIE = 1e-7;
/** Past this, the logarithm of a factorial is off by hundredths. */
const MOST_RESPONDENTS = 1e12;
/** How often an arc is gone through in all but the easiest tables, its building counted. */
const PASSES = 2;
/** How often progress is told. */
const TOLD_EVERY = 500;

/** One exact question: how likely is a statistic of at most `limit`? */
interface Question {
  cells: number;
  /** By the network. @throws OverBudget */
  exactly: (meter: Meter) => number;
  /** Whether a table drawn at random is at least as extreme. */
  draw: (random: Random) => boolean;
}

function sampled({ cells, draw }: Question, options: ExactOptions): TestResult {
  const affordable = Math.floor(DEFAULT_CELLS / cells);
  const draws = options.draws ?? Math.max(FEWEST_DRAWS, Math.min(DEFAULT_DRAWS, affordable));
  const seed = options.seed ?? DEFAULT_SEED;
  const random = seeded(seed);
  let hits = 0;
  for (let k = 0; k < draws; k++) {
    if (draw(random)) hits++;
    if (options.progress && k % TOLD_EVERY === 0) options.progress(k / draws);
  }
  return {
    p: (1 + hits) / (1 + draws),
    sampling: { method: 'monte-carlo', draws, seed, ...wilson(hits, draws, 0.99) },
  };
}

/** Answers exactly within the budget of work, and beyond it from a seeded sample (or, if told so, not at all). */
function answer(question: Question, options: ExactOptions): TestResult | Absent {
  const method = options.method ?? 'auto';
  if (method === 'monte-carlo') return sampled(question, options);
  const budget = options.work ?? DEFAULT_WORK;
  const meter = new Meter(budget, options.progress ?? null);
  try {
    const p = question.exactly(meter);
    return { p, sampling: { method: 'exact', work: meter.work } };
  } catch (error) {
    if (!(error instanceof OverBudget)) throw error;
    if (method === 'auto') return sampled(question, options);
    return {
      absent: `It would take more than ${budget.toLocaleString('en')} steps. Allow more, or a sample of tables.`,
    };
  }
}

const WHOLE: Absent = { absent: 'Exact tests need whole, unweighted counts.' };
const NOT_ASKED: Absent = { absent: 'Exact tests of tables larger than 2 x 2 were not asked for.' };
const TOO_LARGE: Absent = {
  absent: 'With this many respondents chi-square is exact enough, and logarithms of factorials are not.',
};

/** The table with its shorter side as rows, the smallest first, as the network wants it. */
function upright(table: Crosstab): Crosstab {
  const flat = table.R.length <= table.C.length ? table : transpose(table);
  const order = flat.R.map((_, i) => i).sort((a, b) => flat.R[a]! - flat.R[b]!);
  return { ...flat, n: order.map((i) => flat.n[i]!), R: order.map((i) => flat.R[i]!) };
}

function tableQuestion(table: Crosstab, statistic: CellStatistic, limit: number, scale: number): Question {
  const { R, C } = table;
  const out = new Float64Array(R.length * C.length);
  let drawer: ReturnType<typeof tableDrawer> | null = null;
  const value = () => {
    let sum = 0;
    for (let i = 0, at = 0; i < R.length; i++)
      for (let j = 0; j < C.length; j++) sum += statistic.term(out[at++]!, i, j);
    return sum;
  };
  return {
    cells: out.length,
    exactly: (meter) => {
      // What cannot be done within the budget is not begun.
      if (arcsAtLeast(R, C) * PASSES > meter.budget) throw new OverBudget();
      return probabilityUpTo(tableNetwork(R, C, statistic, meter), limit, scale, meter);
    },
    draw: (random) => {
      drawer ??= tableDrawer(R, C);
      drawer(random, out);
      return value() <= limit;
    },
  };
}

/**
 * Fisher's exact test for tables of any size (Freeman and Halton 1951): the probability of all tables with these
 * margins that are no likelier than the observed one, to a relative tolerance of 1e-7. 2 x 2 has its one-sided p as
 * well.
 */
export function fisherExact(table: Crosstab, options: ExactOptions = {}): TestResult | Absent {
  if (isTwoByTwo(table)) return fisher(table);
  if (options.method === 'none') return NOT_ASKED;
  if (!isWhole(table)) return WHOLE;
  if (table.N > MOST_RESPONDENTS) return TOO_LARGE;
  const two = upright(table);
  // A table's probability is a constant over the product of its cells' factorials.
  const term = (x: number) => -logFactorial(x);
  const observed = two.n.flat().reduce((sum, x) => sum + term(x), 0);
  // In the largest of tables the rounding of the logarithms is wider than the tolerance.
  const limit = observed + Math.max(TIE, Math.abs(observed) * 1e-14);
  return answer(tableQuestion(two, { term, kind: () => 0 }, limit, Math.max(1, Math.abs(observed) / 100)), options);
}

/** Pearson's X² with the p of all tables with these margins that have an X² no smaller. */
export function pearsonExact(table: Crosstab, options: ExactOptions = {}): TestResult | Absent {
  if (isTwoByTwo(table)) return pearsonExactFour(table);
  if (options.method === 'none') return NOT_ASKED;
  if (!isWhole(table)) return WHOLE;
  if (table.N > MOST_RESPONDENTS) return TOO_LARGE;
  const two = upright(table);
  const statistic = pearsonStatistic(two);
  if (statistic === 0) return { statistic, p: 1, sampling: { method: 'exact', work: 0 } };
  const expected = two.R.map((r) => two.C.map((c) => (r * c) / two.N));
  const cell: CellStatistic = {
    term: (x, i, j) => -((x - expected[i]![j]!) ** 2) / expected[i]![j]!,
    kind: (i) => two.R[i]!,
  };
  const found = answer(tableQuestion(two, cell, -statistic * (1 - TIE), statistic), options);
  return 'absent' in found ? found : { statistic, ...found };
}

/** X² of one-way counts with the p of all counts of as many respondents that have an X² no smaller (multinomial). */
export function goodnessExact({ n, expected, N }: OneWay, options: ExactOptions = {}): TestResult | Absent {
  if (options.method === 'none') return { absent: 'The exact test was not asked for.' };
  if (!n.every(Number.isInteger)) return WHOLE;
  if (N > MOST_RESPONDENTS) return TOO_LARGE;
  const statistic = oneWayStatistic(n, expected);
  if (statistic === 0) return { statistic, p: 1, sampling: { method: 'exact', work: 0 } };
  const shares = expected.map((e) => e / N);
  const term = (x: number, k: number) => -((x - expected[k]!) ** 2) / expected[k]!;
  const limit = -statistic * (1 - TIE);
  const out = new Float64Array(n.length);
  const question: Question = {
    cells: n.length,
    exactly: (meter) => probabilityUpTo(oneWayNetwork(N, shares, term, meter), limit, statistic, meter),
    draw: (random) => {
      drawOneWay(N, shares, random, out);
      return out.reduce((sum, x, k) => sum + term(x, k), 0) <= limit;
    },
  };
  const found = answer(question, options);
  return 'absent' in found ? found : { statistic, ...found };
}
