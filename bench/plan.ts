import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { Variable } from '../src/core/codebook/types.js';
import type { CodedColumn } from '../src/core/count/column.js';
import { countPlan } from '../src/core/count/plan.js';
import type { CountArray } from '../src/core/count/types.js';
import { assessmentOfTable } from '../src/core/reading/read.js';
import { sweepTable } from '../src/core/sweep/sweep-table.js';
import { blockTables } from '../src/core/table/block-tables.js';
import type { Sentence } from '../src/core/table/sentence.js';
import { say, timed } from './timing.js';

const RESPONDENTS = 100_000;
const ROWS = 300;
const CODES = 5;
const GROUPINGS = [2, 6, 4, 3];
/** Two groupings of one variable, and one nested of two. */
const NESTS = [[0], [1], [2, 3]];
const ROUNDS = 3;
/** Seconds that the whole plan may take, counts and statistics. */
const MOST_SECONDS = 2;
/** One table at a time may not be faster than the plan. */
const MOST_RATIO = 1.05;

/** 300 variables by three groupings, counts and statistics, together and one table at a time. */
export async function benchPlan(): Promise<void> {
  const random = xoroshiro128plus(15);
  const coded = (codes: number): CodedColumn => ({
    kind: 'coded',
    values: Uint8Array.from({ length: RESPONDENTS }, () => uniformInt(random, 0, codes)),
    codes: Array.from({ length: codes }, (_, k) => String(k + 1)),
  });
  const variable = (id: number, codes: number): Variable => ({
    id,
    name: `v${id}`,
    label: `Variable ${id}`,
    question: '',
    level: 'ordered',
    codes: Array.from({ length: codes }, (_, k) => ({ code: String(k + 1), label: `Code ${k + 1}`, missing: null })),
  });
  const rows = Array.from({ length: ROWS }, () => coded(CODES));
  const groupings = GROUPINGS.map(coded);
  const variables = [
    ...rows.map((_, k) => variable(k + 1, CODES)),
    ...GROUPINGS.map((codes, k) => variable(ROWS + 1 + k, codes)),
  ];
  const sentence: Sentence = {
    rows: rows.map((_, k) => ({ variable: k + 1 })),
    by: NESTS.map((nest) => nest.map((k) => ROWS + 1 + k)),
    within: null,
    only: [],
    weight: null,
  };
  const everybody = { respondents: RESPONDENTS, mask: null, filtered: [], weight: null, within: null };
  const nests = NESTS.map((nest) => nest.map((k) => groupings[k]!));
  const counted = (of: readonly CodedColumn[], by: typeof nests) =>
    countPlan({ ...everybody, rows: of.map((column) => ({ column, slots: null })), nests: by });
  const statistics = (asked: Sentence, counts: readonly CountArray[]) =>
    blockTables(asked, counts, variables).forEach(({ table }) => assessmentOfTable(table, 0.95));
  const alone = (k: number, n: number) => ({ ...sentence, rows: [sentence.rows[k]!], by: [sentence.by[n]!] });
  const eachAlone = (work: (k: number, n: number) => void) =>
    rows.forEach((_, k) => nests.forEach((__, n) => work(k, n)));

  const counting = await timed(ROUNDS, () => counted(rows, nests));
  const countingAlone = await timed(ROUNDS, () => eachAlone((k, n) => counted([rows[k]!], [nests[n]!])));
  const whole = await timed(ROUNDS, () => statistics(sentence, counted(rows, nests)));
  const wholeAlone = await timed(ROUNDS, () =>
    eachAlone((k, n) => statistics(alone(k, n), counted([rows[k]!], [nests[n]!]))),
  );
  const swept = (asked: Sentence, counts: readonly CountArray[]) =>
    blockTables(asked, counts, variables).forEach(({ table, block }) => sweepTable(table, block.nest, 0.95));
  const sweep = await timed(ROUNDS, () => swept(sentence, counted(rows, nests)));
  const named = `${ROWS} variables by ${NESTS.length} groupings, ${RESPONDENTS.toLocaleString('en')} respondents`;
  say(
    `${named}: counts`,
    `${counting.toFixed(0)} ms; one table at a time ${countingAlone.toFixed(0)} ms: ` +
      `${(countingAlone / counting).toFixed(2)} times`,
  );
  say(
    'the same with statistics',
    `${(whole / 1000).toFixed(2)} s (at most ${MOST_SECONDS}); one table at a time ` +
      `${(wholeAlone / 1000).toFixed(2)} s: ${(wholeAlone / whole).toFixed(2)} times`,
  );
  say(
    'the same as a sweep',
    `${(sweep / 1000).toFixed(2)} s (at most ${MOST_SECONDS}); the tables with all statistics one at a time ` +
      `${(wholeAlone / sweep).toFixed(2)} times`,
  );
  if (sweep > 1000 * MOST_SECONDS) throw new Error(`the sweep takes ${(sweep / 1000).toFixed(1)} s`);
  if (whole > 1000 * MOST_SECONDS) throw new Error(`the plan takes ${(whole / 1000).toFixed(1)} s`);
  if (counting > MOST_RATIO * countingAlone) throw new Error('a plan is slower than its tables one at a time');
}
