import { describe, expect, it } from 'vitest';
import { answerOf } from './answer-of.js';
import { compare, flag, holds, is, lookup, not, number, oneOf, part, plus, when, whole } from './build.js';
import { clickhouse } from './clickhouse.js';
import type { LinkedColumn } from './column.js';
import type { Scalar } from './expression.js';
import { postgresql } from './postgresql.js';
import { type LinkedTable, printQuery } from './print.js';
import { MOST_GROUPS } from './query.js';

const site: LinkedColumn = {
  kind: 'coded',
  codes: ['North', "O'Hara's"],
  parts: {
    place: lookup(
      { is: 'column', name: 'site', as: 'text' },
      [
        ['North', 1],
        ["O'Hara's", 2],
      ],
      -1,
      0,
    ),
  },
};
const age: LinkedColumn = {
  kind: 'number',
  words: [],
  parts: { value: { is: 'column', name: 'age', as: 'number' }, word: whole(0) },
};
const grown: LinkedColumn = {
  kind: 'coded',
  codes: ['Yes'],
  parts: { place: when([[compare(part(2, 'value'), '>=', number(18)), whole(1)]], whole(0)) },
};
const COLUMNS = new Map<number, LinkedColumn>([
  [1, site],
  [2, age],
  [3, grown],
]);
const table: LinkedTable = { table: ['public', 'plot "A"'], columns: (id) => COLUMNS.get(id)! };
const query = { where: null, by: [], sums: [], most: MOST_GROUPS };

describe('a query as a statement', () => {
  it('works parts out layer by layer, and counts at the end', () => {
    const asked = {
      ...query,
      by: [part(3, 'place')],
      where: not(is(part(1, 'place'), 0)),
      sums: [flag(holds(part(3, 'place')))],
    };
    const place = `CASE WHEN "site"::text = '' THEN NULL ELSE "site"::text END`;
    expect(printQuery(asked, table, postgresql)).toBe(
      'SELECT hc_1 AS hc_k0, count(*) AS hc_n, coalesce(sum(CASE WHEN hc_1 = 1 THEN 1 ELSE 0 END), 0) AS hc_s0 FROM ' +
        "(SELECT hc_0, hc_2, CASE WHEN hc_0 >= '18'::float8 THEN 1 ELSE 0 END AS hc_1 FROM " +
        `(SELECT CASE WHEN "age"::float8 IN ('NaN', 'Infinity', '-Infinity') THEN NULL ELSE "age"::float8 END ` +
        `AS hc_0, CASE WHEN ${place} IS NULL THEN 0 ELSE CASE ${place} ` +
        "WHEN 'North' THEN 1 WHEN 'O''Hara''s' THEN 2 ELSE -1 END END AS hc_2 " +
        'FROM "public"."plot ""A""") AS hc_l0) AS hc_l1 WHERE (CASE WHEN hc_2 = 0 THEN FALSE ELSE TRUE END) ' +
        'GROUP BY hc_k0 LIMIT 1000001',
    );
    expect(printQuery(asked, table, clickhouse)).toContain(
      "toInt32(ifNull(transform(nullIf(toString(`site`), ''), ['North', 'O\\'Hara\\'s'], [1, 2], -1), 0)) AS hc_2",
    );
  });

  it('keeps layers apart where they would grow with each other, in an engine that puts them together', () => {
    let deep: Scalar = part(1, 'place');
    const columns = new Map(COLUMNS);
    for (let id = 10; id < 20; id++) {
      const parts = { place: plus([deep, deep, deep]) };
      columns.set(id, { kind: 'coded', codes: [], parts });
      deep = part(id, 'place');
    }
    const grows = { ...table, columns: (id: number) => columns.get(id)! };
    expect(printQuery({ ...query, by: [deep] }, grows, postgresql)).toContain(' OFFSET 0) AS');
    expect(printQuery({ ...query, by: [deep] }, grows, clickhouse)).not.toContain('OFFSET');
    expect(printQuery({ ...query, by: [part(10, 'place')] }, grows, postgresql)).not.toContain('OFFSET');
  });

  it('counts part by part where a table is divided, and whoever reads it adds up the counts', () => {
    const asked = { ...query, by: [part(2, 'value')], sums: [part(2, 'value')] };
    const statement = printQuery(asked, { ...table, apart: ['shard'] }, postgresql);
    expect(statement).toContain(
      'SELECT hc_0 AS hc_k0, count(*) AS hc_n, coalesce(sum(hc_0), 0) AS hc_s0, "shard" FROM',
    );
    expect(statement).toContain('GROUP BY hc_k0, "shard" LIMIT');
    const sent = [
      [1, '5', 10, 0],
      [1, '2', 3, 1],
      [null, '1', 0, 1],
    ];
    expect(answerOf(asked, sent, true)).toEqual([
      { by: [1], respondents: 7, sums: [13] },
      { by: [null], respondents: 1, sums: [0] },
    ]);
    // What is beyond all numbers is nothing, however it is sent.
    const beyond = [
      [NaN, '1', 0, 0],
      ['Infinity', '2', 0, 1],
    ];
    expect(answerOf(asked, beyond, true)).toEqual([{ by: [null], respondents: 3, sums: [0] }]);
    // Of nobody there is one group all the same.
    expect(answerOf({ ...asked, by: [] }, [], true)).toEqual([{ by: [], respondents: 0, sums: [0] }]);
    expect(() => answerOf({ ...asked, most: 1 }, sent, true)).toThrow('more than 1 different values');
  });

  it('hands a column of the table on to whoever reads it, through layers that do not', () => {
    const site = { is: 'column', name: 'site', as: 'text', bare: true } as const;
    const asked = { ...query, by: [part(3, 'place'), site], where: oneOf(site, ['North']) };
    const statement = printQuery(asked, table, postgresql);
    expect(statement).toContain('(SELECT hc_0, "site", CASE WHEN');
    expect(statement).toContain('(SELECT "site", CASE WHEN "age"');
    expect(statement).toContain(`WHERE "site"::text IN ('North') GROUP BY`);
  });

  it('looks at so many respondents only, where that is asked for', () => {
    const scalar = { is: 'column', name: 'site', as: 'text' } as const;
    expect(printQuery({ ...query, by: [scalar] }, { ...table, sample: 100 }, clickhouse)).toContain(
      'FROM (SELECT `site` FROM `public`.`plot "A"` LIMIT 100) AS hc_sample',
    );
  });

  it('says nothing of what cannot be', () => {
    const asked = { ...query, where: oneOf(part(1, 'place'), []) };
    expect(printQuery(asked, table, postgresql)).toContain('WHERE 1 = 0');
  });
});

describe('a text in a statement', () => {
  it.each([
    ["it's", "'it''s'", "'it\\'s'"],
    ['a\\b', " E'a\\\\b'", "'a\\\\b'"],
    ["\\' OR 1=1 --", " E'\\\\'' OR 1=1 --'", "'\\\\\\' OR 1=1 --'"],
  ])('%s is quoted', (text, inPostgres, inClickHouse) => {
    expect(postgresql.text(text)).toBe(inPostgres);
    expect(clickhouse.text(text)).toBe(inClickHouse);
  });

  it('cannot be held where it has a null character, and the engine has none', () => {
    expect(() => postgresql.text('a\0b')).toThrow('null character');
    expect(clickhouse.text('a\0b')).toBe("'a\\0b'");
  });
});
