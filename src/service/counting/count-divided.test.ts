import { describe, expect, it } from 'vitest';
import type { Column } from '../../core/count/column.js';
import { numberPlaces } from '../../core/count/number-places.js';
import type { CountArray } from '../../core/count/types.js';
import { SET_STATE } from '../../core/count/set-state.js';
import type { CountJob } from '../worker/count-job.js';
import { countShared, countSharedParts, type PartsJob, type TellJob, tellSharedParts } from '../worker/divided-job.js';
import { countDivided } from './count-divided.js';

/** More than two parts. */
const RESPONDENTS = 1_300_000;

const draw = (k: number, salt: number, most: number) => (Math.imul(k + 1, 0x9e3779b1 + 2 * salt) >>> 12) % most;
const codes = (count: number) => Array.from({ length: count }, (_, k) => String(k + 1));
const coded = (salt: number, count: number): Column => ({
  kind: 'coded',
  values: Uint8Array.from({ length: RESPONDENTS }, (_, k) => draw(k, salt, count + 1)),
  codes: codes(count),
});

const [ANSWER, SITE, CROPS, HOURS, WEIGHT] = [0, 1, 2, 3, 4];
const bits = Uint32Array.from({ length: RESPONDENTS }, (_, k) => draw(k, 7, 8));
const hours = Float64Array.from({ length: RESPONDENTS }, (_, k) => (draw(k, 8, 11) === 0 ? NaN : draw(k, 9, 400) / 10));
const COLUMNS: Column[] = [
  coded(1, 5),
  coded(2, 6),
  {
    kind: 'sets',
    words: bits,
    width: 1,
    state: Uint8Array.from(bits, (word) => (word === 0 ? SET_STATE.nothing : SET_STATE.mentioned)),
    options: codes(3),
  },
  { kind: 'number', values: hours, words: [] },
  // Thirds and sevenths, whose sums depend on the order in which they are added up.
  {
    kind: 'number',
    values: Float64Array.from({ length: RESPONDENTS }, (_, k) => 1 / 3 + draw(k, 10, 5) / 7),
    words: [],
  },
];

const ref = (column: number | undefined) => ({ column: column ?? 0, title: `v${String(column)}`, missing: [] });
const row = (column: number | undefined, isDescribed = false): CountJob['rows'][number] => ({
  ...ref(column),
  slots: null,
  nets: [],
  described: isDescribed ? { missing: [] } : null,
});
const job = (more: Partial<CountJob> = {}): CountJob => ({
  file: 'x',
  respondents: RESPONDENTS,
  rows: [row(ANSWER), row(CROPS), row(HOURS, true)],
  nests: [[], [ref(SITE)]],
  within: null,
  only: [],
  weight: null,
  ...more,
});

const shared = {
  column: (_: string, id: number) => Promise.resolve(COLUMNS[id]!),
  places: () => Promise.resolve(numberPlaces(hours, 0)),
  forget: () => undefined,
  bytes: () => 0,
};

/** Does jobs here, the last first: no matter who is done when, what comes out is the same. */
function helpers() {
  const asked: string[] = [];
  const waiting: (() => void)[] = [];
  const doJob = (name: string, given: unknown): unknown => {
    if (name === 'count') return countShared(given as PartsJob);
    if (name === 'countParts') return countSharedParts(given as PartsJob);
    return tellSharedParts(given as TellJob);
  };
  const run = (name: string, given: unknown) =>
    new Promise<unknown>((resolve) => {
      asked.push(name);
      waiting.push(() => resolve(doJob(name, given)));
      setTimeout(() => waiting.pop()?.(), 0);
    });
  return { asked, run: run as never };
}

const countedBy = async (asked: CountJob): Promise<{ counts: CountArray[]; jobs: string[] }> => {
  const { asked: jobs, run } = helpers();
  return { counts: await countDivided({ run }, shared, asked), jobs };
};

/** The same in one thread, part by part. */
const alone = (asked: CountJob): CountArray[] => {
  const given = {
    columns: new Map(COLUMNS.map((column, id) => [id, column])),
    places: new Map([[HOURS, numberPlaces(hours, 0)]]),
  };
  const step = 16 * 32_768;
  const parts = [0, step, 2 * step].map((from) => ({ from, to: Math.min(RESPONDENTS, from + step) }));
  return countShared({ ...given, count: asked, parts });
};

describe('counting that is divided', () => {
  it.each([
    ['everybody', {}],
    ['with a weight', { weight: ref(WEIGHT) }],
    ['with a filter', { only: [{ ...ref(SITE), rule: { is: 'any-of', codes: ['1', '3'] } as const }] }],
    [
      'split once more',
      { rows: [ANSWER, SITE, CROPS, ANSWER, SITE].map((id) => row(id)), within: ref(CROPS), nests: [[ref(SITE)]] },
    ],
  ])('comes out as in one thread, to the last digit: %s', async (_, more: Partial<CountJob>) => {
    const asked = job(more);
    const { counts, jobs } = await countedBy(asked);
    expect(jobs.filter((name) => name === 'countParts').length).toBeGreaterThan(1);
    expect(counts).toEqual(alone(asked));
  });

  it('asks one thread where there is little to do', async () => {
    const { counts, jobs } = await countedBy(job({ respondents: 10, rows: [row(ANSWER)] }));
    expect(jobs).toEqual(['count']);
    expect(counts[0]?.respondents.reduce((sum, count) => sum + count, 0)).toBe(10);
  });

  it('says what cannot be counted before anything is', async () => {
    const { run, asked } = helpers();
    const free = { ...shared, column: () => Promise.resolve({ kind: 'text', values: [] } as Column) };
    await expect(countDivided({ run }, free, job({ rows: [row(ANSWER)] }))).rejects.toThrow('holds free text');
    expect(asked).toEqual([]);
  });
});
