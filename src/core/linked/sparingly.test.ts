import { describe, expect, it } from 'vitest';
import { all, compare, flag, is, lookup, not, number, part, times, whole } from './build.js';
import { type LinkedColumn, numberIn } from './column.js';
import { TestEngine } from './engine.fixtures.js';
import { postgresql } from './postgresql.js';
import { printQuery } from './print.js';
import { ask, type Asking, type Query, sumsOf } from './query.js';
import { simplifiedColumns } from './simplify.js';
import { sparingly } from './sparingly.js';

const raw = (name: string, as: 'text' | 'number') => ({ is: 'column', name, as }) as const;

const codes = (name: string, as: 'text' | 'number', listed: readonly (string | number)[]): LinkedColumn => ({
  kind: 'coded',
  codes: listed.map(String),
  parts: {
    place: lookup(
      raw(name, as),
      listed.map((value, k) => [value, k + 1] as const),
      -1,
      0,
    ),
  },
});

const SITE = 1;
const AGE = 2;
const HOURS = 3;
const COLUMNS = new Map<number, LinkedColumn>([
  [SITE, codes('site', 'text', ['North', 'South'])],
  [AGE, codes('age', 'number', [20, 30, 40])],
  [HOURS, { kind: 'number', words: [], parts: { value: raw('hours', 'number'), word: whole(0) } }],
]);
const columns = (id: number) => COLUMNS.get(id)!;

const ROWS = [
  { site: 'North', age: 20, hours: 1.5 },
  { site: 'North', age: 30, hours: 2 },
  { site: 'South', age: 30, hours: null },
  { site: null, age: 40, hours: 8 },
  { site: '', age: null, hours: 4 },
];

/** Does work, and tells what was sent for it. */
function sentFor<T>(work: Asking<T>, most?: number): { sent: string[]; result: T } {
  const engine = new TestEngine(ROWS, COLUMNS);
  const simple = simplifiedColumns(columns);
  const table = { table: ['t'], columns: simple.column };
  const sent: string[] = [];
  const sparing = sparingly(work, columns, most);
  let step = sparing.next();
  while (!step.done) {
    sent.push(...step.value.map((query) => printQuery(simple.query(query), table, postgresql)));
    step = sparing.next(step.value.map((query: Query) => engine.answer(query)));
  }
  return { sent, result: step.value };
}

const place = (id: number) => part(id, 'place');

describe('a query that is sent', () => {
  it('groups by what stands in the table, as a person would type it, and places are looked up here', () => {
    const { sent, result } = sentFor(ask({ by: [place(SITE)] }));
    expect(sent).toEqual(['SELECT "site"::text AS hc_k0, count(*) AS hc_n FROM "t" GROUP BY hc_k0 LIMIT 1000001']);
    expect(result).toEqual([
      { by: [1], respondents: 2, sums: [] },
      { by: [2], respondents: 1, sums: [] },
      // Of nobody's site and of an empty one.
      { by: [0], respondents: 2, sums: [] },
    ]);
  });

  it('looks values up in the engine where there would be too many groups, in the fewest words', () => {
    const isSouth = is(place(SITE), 2);
    const { sent, result } = sentFor(sumsOf([flag(isSouth), numberIn(AGE, columns(AGE), ['40'])], null), 1);
    const age = '"age"::float8';
    expect(sent).toEqual([
      `SELECT count(*) AS hc_n, ` +
        `coalesce(sum(CASE WHEN "site"::text IN ('South') THEN 1 ELSE 0 END), 0) AS hc_s0, ` +
        `coalesce(sum(CASE WHEN ${age} IN (20, 30) THEN ${age} ELSE NULL::float8 END), 0) AS hc_s1 FROM "t"`,
    ]);
    expect(result).toEqual({ respondents: 5, sums: [1, 80] });
  });

  it('tells blanks apart from values that came later', () => {
    const isKnown = not(compare(place(SITE), '<', whole(0)));
    const { sent, result } = sentFor(sumsOf([flag(isKnown), flag(not(is(place(SITE), 0)))], null), 1);
    const blank = `CASE WHEN "site"::text = '' THEN NULL ELSE "site"::text END IS NULL`;
    expect(sent[0]).toContain(
      `sum(CASE WHEN ${blank} THEN 1 WHEN "site"::text IN ('North', 'South') THEN 1 ELSE 0 END)`,
    );
    expect(sent[0]).toContain(`sum(CASE WHEN ${blank} THEN 0 ELSE 1 END)`);
    expect(result.sums).toEqual([5, 3]);
  });

  it('is not sent for what is known already: other groups of the same, and those whom a condition keeps', () => {
    const work = function* () {
      const everybody = yield* sumsOf([flag(is(place(SITE), 1)), flag(is(place(AGE), 2))]);
      const north = yield* ask({ by: [place(AGE)], where: is(place(SITE), 1) });
      return [everybody.sums, north.map(({ by, respondents }) => [by[0], respondents])];
    };
    const { sent, result } = sentFor(work());
    expect(sent).toHaveLength(1);
    expect(sent[0]).toContain('GROUP BY hc_k0, hc_k1');
    expect(result).toEqual([
      [2, 2],
      [
        [1, 1],
        [2, 1],
      ],
    ]);
  });

  it('adds up only what is not the same for all of a group', () => {
    const hours = part(HOURS, 'value');
    const isNorth = flag(is(place(SITE), 1));
    const where = all([compare(hours, '>', number(1)), not(is(place(AGE), 0))]);
    const { sent, result } = sentFor(sumsOf([times([isNorth, hours]), hours, times([isNorth, hours, hours])], where));
    expect(sent).toHaveLength(1);
    expect(sent[0]).not.toContain('North');
    expect(sent[0]!.match(/sum\(/g)).toHaveLength(2);
    expect(result).toEqual({ respondents: 3, sums: [3.5, 11.5, 1.5 ** 2 + 4] });
  });

  it('says where there are more groups than somebody can use', () => {
    expect(() => sentFor(ask({ by: [place(AGE)], most: 2 }))).toThrow('more than 2 different values');
    // Whoever asked may go on without.
    const work = function* () {
      try {
        return yield* ask({ by: [place(AGE)], most: 2 });
      } catch {
        return 'none';
      }
    };
    expect(sentFor(work()).result).toBe('none');
  });
});
