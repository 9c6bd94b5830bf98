import { type Crosstab, transpose } from '../../crosstab.js';
import type { Absent, TestResult } from '../result.js';
import { wilson } from '../wilson.js';
import { type Random, seeded, tableDrawer } from './draw.js';
import { Meter, OverBudget, probabilityUpTo } from './network.js';
import { arcsAtLeast, type CellStatistic, tableNetwork } from './table-network.js';

/** How exact p-values are to be come by. */
export interface ExactOptions {
  /** `auto`: exact within the work, sampled beyond it. */
  method?: 'auto' | 'exact' | 'monte-carlo' | 'none' | undefined;
  /** Steps that the exact method may take for one test. */
  work?: number | undefined;
  /** Tables to be drawn. */
  draws?: number | undefined;
  seed?: number | undefined;
  /** Of how many tables tests are worked out at once: from `ALONE` of them on they share what they take by default. */
  tables?: number | undefined;
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

/** So many tables at once take as much as they would alone; more of them share it, or nobody would wait for them. */
export const ALONE = 4;

/** Tables whose statistic is within this of the observed one, relatively, are ties. */
export const TIE = 1e-7;

/** Past this, the logarithm of a factorial is off by hundredths. */
const MOST_RESPONDENTS = 1e12;

/** How often an arc is gone through in all but the easiest tables, its building counted. */
const PASSES = 2;

/** How often progress is told. */
const TOLD_EVERY = 500;

/** One exact question: how likely is a statistic of at most `limit`? */
export interface Question {
  cells: number;
  /** By the network. @throws OverBudget */
  exactly: (meter: Meter) => number;
  /** Whether a table drawn at random is at least as extreme. */
  draw: (random: Random) => boolean;
}

/** Cells of the largest table of which a sample is drawn unless it is asked for. */
const MOST_CELLS = 20_000;

/** By how much less is done of each of many tables. */
const shareOf = ({ tables = 1 }: ExactOptions) => Math.max(1, tables / ALONE);

function sampled({ cells, draw }: Question, options: ExactOptions): TestResult | Absent {
  const share = shareOf(options);
  const affordable = Math.floor(DEFAULT_CELLS / cells / share);
  if (options.draws === undefined && cells > MOST_CELLS) {
    const most = MOST_CELLS.toLocaleString('en');
    return { absent: `Tables of more than ${most} cells are drawn only where it is said how many ("draws").` };
  }
  const draws = options.draws ?? Math.max(FEWEST_DRAWS, Math.min(Math.floor(DEFAULT_DRAWS / share), affordable));
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
export function answer(question: Question, options: ExactOptions): TestResult | Absent {
  const method = options.method ?? 'auto';
  if (method === 'monte-carlo') return sampled(question, options);
  const budget = options.work ?? Math.floor(DEFAULT_WORK / shareOf(options));
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

/**
 * Why so many respondents, counted whole or not, are not tested exactly; null where they are.
 * @param notAsked what is said where nobody asked for it
 */
export function whyNoExact(N: number, whole: boolean, options: ExactOptions, notAsked = NOT_ASKED): Absent | null {
  if (options.method === 'none') return notAsked;
  if (!whole) return WHOLE;
  return N > MOST_RESPONDENTS ? TOO_LARGE : null;
}

/**
 * The table with its shorter side as rows, the smallest first, as the network wants it.
 * @example
 * const { table } = reduceTable([[5, 1, 2], [3, 3, 3]]);
 * upright(table).R; // [8, 9]
 */
export function upright(table: Crosstab): Crosstab {
  const flat = table.R.length <= table.C.length ? table : transpose(table);
  const order = flat.R.map((_, i) => i).sort((a, b) => flat.R[a]! - flat.R[b]!);
  return { ...flat, n: order.map((i) => flat.n[i]!), R: order.map((i) => flat.R[i]!) };
}

export function tableQuestion(table: Crosstab, statistic: CellStatistic, limit: number, scale: number): Question {
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
