import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { assess } from '../src/core/assess.js';
import { reduceTable } from '../src/core/crosstab.js';
import { fisherExact } from '../src/core/infer/fisher-exact.js';
import { pearsonExact } from '../src/core/infer/pearson-exact.js';
import { pearson } from '../src/core/infer/pearson.js';
import { isAbsent } from '../src/core/infer/result.js';
import { say } from './timing.js';

const TABLES = 10_000;
const SIDE = 5;

/** Tables that are known to be hard, or that look like what an analyst has. */
const HARD: readonly { name: string; counts: number[][] }[] = [
  {
    name: 'Agresti 2002, table 2.8 (4 x 4, 104)',
    counts: [
      [1, 2, 1, 0],
      [3, 3, 6, 1],
      [10, 10, 14, 9],
      [6, 7, 12, 11],
    ],
  },
  {
    name: 'sparse, of the kind of Mehta and Patel 1983 (5 x 7, 39)',
    counts: [
      [1, 2, 2, 1, 1, 0, 1],
      [2, 0, 0, 2, 3, 0, 0],
      [0, 1, 1, 1, 2, 7, 3],
      [1, 1, 2, 0, 0, 0, 1],
      [0, 1, 1, 1, 1, 0, 0],
    ],
  },
  {
    name: 'ten columns (2 x 10, 67)',
    counts: [
      [2, 3, 5, 1, 1, 9, 4, 4, 3, 2],
      [1, 3, 2, 7, 1, 2, 2, 5, 6, 4],
    ],
  },
  {
    name: 'many respondents (2 x 6, 233)',
    counts: [
      [20, 30, 25, 10, 15, 9],
      [12, 33, 21, 17, 19, 22],
    ],
  },
  {
    name: 'deep tail (3 x 3, 387)',
    counts: [
      [54, 45, 36],
      [80, 42, 37],
      [5, 43, 45],
    ],
  },
];

function milliseconds(work: () => void): number {
  const started = process.hrtime.bigint();
  work();
  return Number(process.hrtime.bigint() - started) / 1e6;
}

/**
 * All asymptotic tests and measures of 10,000 tables of 5 x 5 beside Pearson's X² alone, and the exact tests of hard
 * tables with the work they did.
 */
export function benchStatistics(): void {
  const generator = xoroshiro128plus(11);
  const tables = Array.from({ length: TABLES }, () =>
    Array.from({ length: SIDE }, () => Array.from({ length: SIDE }, () => uniformInt(generator, 1, 60))),
  );
  let checksum = 0;
  const alone = () => {
    for (const counts of tables) checksum += pearson(reduceTable(counts).table).p;
  };
  const everything = () => {
    for (const counts of tables) checksum -= assess({ counts, exact: { method: 'none' } }).tests.pearson?.p ?? 0;
  };
  alone();
  everything();
  const single = milliseconds(alone);
  const all = milliseconds(everything);
  if (Math.abs(checksum) > 1e-6) throw new Error('the two do not tell the same p');
  say("Pearson's X² of a 5 x 5 table, with its p", `${((single * 1000) / TABLES).toFixed(1)} µs`);
  say('all asymptotic tests, measures and cells', `${((all * 1000) / TABLES).toFixed(1)} µs`);
  say('10,000 of them', `${(all / 1000).toFixed(2)} s, ${(all / single).toFixed(0)} times Pearson alone`);
  for (const { name, counts } of HARD) {
    const { table } = reduceTable(counts);
    for (const [test, exactly] of [
      ['Fisher', fisherExact],
      ['Pearson', pearsonExact],
    ] as const) {
      let text = '';
      const took = milliseconds(() => {
        const result = exactly(table, { work: 40_000_000 });
        const { sampling } = isAbsent(result) ? { sampling: undefined } : result;
        text = isAbsent(result)
          ? result.absent
          : `p = ${result.p.toPrecision(6)}, ${
              sampling?.method === 'exact'
                ? `${(sampling.work ?? 0).toLocaleString('en')} steps`
                : `sampled, ${(sampling?.draws ?? 0).toLocaleString('en')} tables`
            }`;
      });
      say(`exact ${test}: ${name}`, `${text}, ${took.toFixed(0)} ms`);
    }
  }
}
