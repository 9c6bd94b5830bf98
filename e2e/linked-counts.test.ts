import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Engines, startEngines } from '../scripts/engines/engines.js';
import { clickhouseTable, fillTables, linkShards, postgresTable, type TableColumn } from '../scripts/engines/tables.js';
import type { CountAsked } from '../src/core/count/asked.js';
import { Fault } from '../src/core/fault.js';
import { countLinked } from '../src/core/linked/count/count-linked.js';
import {
  countHere,
  IDS,
  makeQuestions,
  randomAsked,
  randomStudy,
  rounded,
} from '../src/core/linked/count/random-study.fixtures.js';
import { TestEngine } from '../src/core/linked/engine.fixtures.js';
import { compare, number, part } from '../src/core/linked/build.js';
import { postgresql } from '../src/core/linked/postgresql.js';
import { printQuery } from '../src/core/linked/print.js';
import { inPostgres } from '../scripts/engines/postgres.js';
import { askedOf } from '../src/service/linked/asked-of.js';
import { engineOf } from '../src/service/linked/connect.js';
import type { Engine } from '../src/service/linked/engine.js';

const STUDIES = 3;
const ASKED = 12;

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

/** A question three times over is a thousand sums: what is said of two is said of it, and takes less than a minute. */
const isQuick = ({ rows, nests, within }: CountAsked) =>
  nests.every((nest) => {
    const across = [...nest, ...(within ? [within] : [])].filter(({ column }) => column === IDS.crops).length;
    return rows.every(({ column }) => across + (column === IDS.crops || column === IDS.ranked ? 1 : 0) <= 2);
  });

const engines: Engines | null = await startEngines();

describe.skipIf(engines === null)('counts in databases', () => {
  const clients: Partial<Record<'postgresql' | 'clickhouse', Engine>> = {};
  beforeAll(async () => {
    if (!engines) return;
    await linkShards(engines);
    const [postgres] = engines.postgres;
    const [whole] = engines.clickhouse;
    const at = { host: '127.0.0.1', tls: false };
    clients.postgresql = engineOf(
      { ...at, engine: 'postgresql', port: postgres.port, database: 'postgres' },
      postgres.reader,
    );
    clients.clickhouse = engineOf({ ...at, engine: 'clickhouse', port: whole.port, database: 'default' }, whole.reader);
  });
  afterAll(async () => {
    await Promise.all(Object.values(clients).map((client) => client.close()));
    await engines?.stop();
  });

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
      for (const asked of fc.sample(randomAsked.filter(isQuick), { numRuns: ASKED, seed: s })) {
        const here = await attempt(() => Promise.resolve(countHere(asked, study)));
        for (const [name, client] of Object.entries(clients)) {
          const names = name === 'postgresql' ? ['public', table] : ['default', table];
          const there = await attempt(() =>
            // Told apart by what divides the table or not, counts are the same.
            askedOf(
              countLinked(asked, columns),
              client,
              { table: names, columns, apart: name === 'postgresql' && s % 2 === 0 ? ['shard'] : [] },
              undefined,
            ),
          );
          expect(rounded(there), `${name}: ${JSON.stringify(asked)}`).toEqual(rounded(here));
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
    for (const client of Object.values(clients)) {
      const { text, name } = client.dialect;
      const held = texts.filter((own) => client.dialect !== clients.postgresql?.dialect || !own.includes('\0'));
      const rows = await client.rows(`SELECT ${held.map((own, k) => `${text(own)} AS a${k}`).join(', ')}`);
      expect(rows[0]).toEqual(held);
      const names = held.filter((own) => own !== '' && !/[\0]/.test(own) && Buffer.byteLength(own) < 60).slice(0, 40);
      for (const own of names)
        expect(await client.rows(`SELECT ${name(own)} FROM (SELECT 7 AS ${name(own)}) AS t`)).toEqual([[7]]);
    }
  }, 60_000);

  it('end in the database when nobody waits for them', async () => {
    const gone = new AbortController();
    const slow = clients.postgresql!.rows('SELECT count(*) FROM generate_series(1, 100000000000)', gone.signal);
    setTimeout(() => gone.abort(), 300);
    await expect(slow).rejects.toThrow('abort');
    const [[left]] = (await clients.postgresql!.rows(
      "SELECT count(*) FROM pg_stat_activity WHERE state = 'active' AND query LIKE '%generate_series(1, 1000%' " +
        'AND pid <> pg_backend_pid()',
    )) as [[string]];
    expect(Number(left)).toBe(0);
  }, 30_000);

  it('can write nothing', async () => {
    for (const client of Object.values(clients))
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
