import fc from 'fast-check';
import { describe, expect, it, vi } from 'vitest';
import { connected } from './engine-clients.js';
import { type Engines, startEngines } from '../scripts/engines/engines.js';
import { clickhouseTable, fillTables, postgresTable, type TableColumn } from '../scripts/engines/tables.js';
import { Fault } from '../src/core/fault.js';
import { countLinked } from '../src/core/linked/count/count-linked.js';
import {
  countHere,
  IDS,
  makeQuestions,
  randomAsked,
  randomStudy,
  asSent,
} from '../src/core/linked/count/random-study.fixtures.js';
import { TestEngine } from '../src/core/linked/engine.fixtures.js';
import { nearlyAs } from '../src/core/linked/nearly-equal.fixtures.js';
import { compare, number, part } from '../src/core/linked/build.js';
import { postgresql } from '../src/core/linked/postgresql.js';
import { printQuery } from '../src/core/linked/print.js';
import { inPostgres } from '../scripts/engines/postgres.js';
import { askedOf } from '../src/service/linked/asked-of.js';

const STUDIES = 4;
const ASKED = 24;

const COLUMNS: TableColumn[] = [
  { name: 'site', is: 'text' },
  { name: 'grade', is: 'number' },
  { name: 'slot_a', is: 'text' },
  { name: 'slot_b', is: 'text' },
  { name: 'slot_c', is: 'text' },
  { name: 'hours', is: 'number' },
  { name: 'hours_word', is: 'text' },
  { name: 'weight', is: 'number' },
];

/** Into how many combinations of values respondents are told apart: the engine works out what is not told apart. */
const TOLD_APART = [1, 12, undefined];

const engines: Engines | null = await startEngines();

describe.skipIf(engines === null)('counts in databases', () => {
  const clients = connected(engines);

  it('are those of columns that are here, whatever is asked, over two shards of each engine', async () => {
    const studies = fc.sample(randomStudy, { numRuns: STUDIES, seed: Date.now() & 0xffff });
    for (const [s, study] of studies.entries()) {
      const table = `survey "${s}`;
      await postgresTable(engines!, table, COLUMNS);
      await clickhouseTable(engines!, table, COLUMNS);
      await fillTables(engines!, table, COLUMNS, study.rows);
      const local = new TestEngine(study.rows, study.linked);
      makeQuestions(study, (work) => local.run(work));
      const columns = (id: number) => study.linked.get(id)!;
      for (const [a, asked] of fc.sample(randomAsked, { numRuns: ASKED, seed: Date.now() & 0xffff }).entries()) {
        const here = await attempt(() => Promise.resolve(countHere(asked, study)));
        for (const [name, client] of Object.entries(clients())) {
          const names = name === 'postgresql' ? ['public', table] : ['default', table];
          const there = await attempt(() =>
            // Told apart by what divides the table or not, counts are the same.
            askedOf(
              countLinked(asked, columns),
              client,
              { table: names, columns, apart: name === 'postgresql' && s % 2 === 0 ? ['shard'] : [] },
              undefined,
              TOLD_APART[a % TOLD_APART.length],
            ),
          );
          const sent = asSent(there);
          expect(sent, `${name}: ${JSON.stringify(asked)}`).toEqual(nearlyAs(asSent(here), sent));
        }
      }
    }
  }, 300_000);

  it('are made by each shard for its own part, where the table is divided by a list', async () => {
    const [study] = fc.sample(randomStudy, { numRuns: 1, seed: 1 });
    const columns = (id: number) => study!.linked.get(id)!;
    const asked = { by: [part(IDS.site, 'place')], sums: [part(IDS.weight, 'value')] };
    const query = { ...asked, where: compare(part(IDS.hours, 'value'), '>', number(1)), most: 1000 };
    const statement = printQuery(query, { table: ['survey "0'], columns, apart: ['shard'] }, postgresql);
    const [{ port, keeper }] = engines!.postgres;
    const plan = await inPostgres(port, keeper, async (client) => {
      await client.query('SET enable_partitionwise_aggregate = on');
      const { rows } = await client.query<{ 'QUERY PLAN': string }>(`EXPLAIN (VERBOSE, COSTS OFF) ${statement}`);
      return rows.map((row) => row['QUERY PLAN']);
    });
    const sent = plan.filter((line) => line.includes('Remote SQL'));
    expect(sent).toHaveLength(2);
    for (const line of sent) expect(line).toMatch(/count\(\*\).*GROUP BY/);
  });

  it('take every text and every name as it is, and nothing of it as a statement', async () => {
    const letters = fc.constantFrom(
      "'",
      '"',
      '`',
      '\\',
      ';',
      '-',
      '%',
      '$',
      '{',
      '}',
      '\n',
      '\r',
      '\t',
      'é',
      '🌱',
      'a',
    );
    const texts = fc.sample(
      fc.oneof(fc.string({ unit: letters, maxLength: 12 }), fc.string({ unit: 'binary', maxLength: 8 })),
      300,
    );
    for (const client of Object.values(clients())) {
      const { text, name } = client.dialect;
      const held = texts.filter((own) => client.dialect !== clients().postgresql.dialect || !own.includes('\0'));
      const rows = await client.rows(`SELECT ${held.map((own, k) => `${text(own)} AS a${k}`).join(', ')}`);
      expect(rows[0]).toEqual(held);
      const names = held.filter((own) => own !== '' && !/[\0]/.test(own) && Buffer.byteLength(own) < 60).slice(0, 40);
      for (const own of names)
        expect(await client.rows(`SELECT ${name(own)} FROM (SELECT 7 AS ${name(own)}) AS t`)).toEqual([[7]]);
    }
  }, 60_000);

  it.each([
    [
      'postgresql',
      'SELECT count(*) FROM generate_series(1, 100000000000)',
      "SELECT count(*) FROM pg_stat_activity WHERE state = 'active' AND query LIKE '%generate_series(1, 1000%' " +
        'AND pid <> pg_backend_pid()',
    ],
    [
      'clickhouse',
      'SELECT max(number) FROM system.numbers',
      "SELECT count() FROM system.processes WHERE query LIKE '%max(number)%' AND query NOT LIKE '%processes%'",
    ],
  ] as const)('end in the database when nobody waits for them: %s', async (name, statement, running) => {
    const client = clients()[name];
    const runningNow = async () => Number((await client.rows(running))[0]![0]);
    const gone = new AbortController();
    const slow = client.rows(statement, gone.signal);
    const ended = expect(slow).rejects.toThrow('abort');
    await vi.waitFor(async () => expect(await runningNow()).toBe(1), { timeout: 5000, interval: 50 });
    gone.abort();
    await ended;
    await vi.waitFor(async () => expect(await runningNow()).toBe(0), { timeout: 10_000, interval: 50 });
  });

  it('can write nothing', async () => {
    for (const client of Object.values(clients()))
      await expect(client.rows('CREATE TABLE written (a Int32) ENGINE = Memory')).rejects.toBeInstanceOf(Fault);
  });
});

async function attempt<T>(work: () => Promise<T>): Promise<T | string> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Fault) return error.message;
    throw error;
  }
}
