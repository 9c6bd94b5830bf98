import { clickhouse } from '../../src/core/linked/clickhouse.js';
import { postgresql } from '../../src/core/linked/postgresql.js';
import { inClickHouse } from './clickhouse.js';
import type { Engines } from './engines.js';
import { inPostgres } from './postgres.js';

/** A column of a table that is made on both engines. */
export interface TableColumn {
  name: string;
  is: 'text' | 'number' | 'whole';
  comment?: string;
}

type Value = string | number | null;

const IN_POSTGRES = { text: 'text', number: 'double precision', whole: 'integer' } as const;
const IN_CLICKHOUSE = { text: 'Nullable(String)', number: 'Nullable(Float64)', whole: 'Nullable(Int32)' } as const;

/** Tells both shards of PostgreSQL to the first server; once. */
export async function linkShards({ postgres: [first, ...shards] }: Engines): Promise<void> {
  await inPostgres(first.port, first.keeper, async (client) => {
    await client.query('CREATE EXTENSION IF NOT EXISTS postgres_fdw');
    for (const [k, shard] of shards.entries()) {
      const { port, reader, keeper } = shard;
      await client.query(
        `CREATE SERVER shard${k} FOREIGN DATA WRAPPER postgres_fdw
         OPTIONS (host '127.0.0.1', port '${port}', dbname 'postgres', fetch_size '10000', async_capable 'true')`,
      );
      for (const [local, remote] of [
        ['reader', reader],
        ['keeper', keeper],
      ] as const)
        await client.query(
          `CREATE USER MAPPING FOR ${local} SERVER shard${k}
           OPTIONS (user '${remote.user}', password '${remote.password}')`,
        );
    }
  });
}

const postgresColumns = (columns: readonly TableColumn[]) =>
  ['shard integer', ...columns.map(({ name, is }) => `${postgresql.name(name)} ${IN_POSTGRES[is]}`)].join(', ');

/** A table of PostgreSQL whose two partitions are foreign, on the shards; empty. */
export async function postgresTable(engines: Engines, table: string, columns: readonly TableColumn[]): Promise<void> {
  const [first, ...shards] = engines.postgres;
  const name = postgresql.name(table);
  for (const { port, keeper } of shards)
    await inPostgres(port, keeper, (client) => client.query(`CREATE TABLE ${name} (${postgresColumns(columns)})`));
  await inPostgres(first.port, first.keeper, async (client) => {
    await client.query(`CREATE TABLE ${name} (${postgresColumns(columns)}) PARTITION BY LIST (shard)`);
    for (const k of shards.keys())
      await client.query(
        `CREATE FOREIGN TABLE ${postgresql.name(`${table} ${k}`)} PARTITION OF ${name} FOR VALUES IN (${k})
         SERVER shard${k} OPTIONS (table_name ${postgresql.text(table)})`,
      );
    for (const { name: column, comment } of columns)
      if (comment)
        await client.query(`COMMENT ON COLUMN ${name}.${postgresql.name(column)} IS ${postgresql.text(comment)}`);
  });
}

const MERGE_TREE = 'ENGINE = MergeTree ORDER BY tuple()';

/** What the part of a Distributed table is called on its shard. */
export const shardName = (table: string): string => `${table} of a shard`;

/** The same, as it stands in a statement. */
export const shardTable = (table: string): string => clickhouse.name(shardName(table));

/** A Distributed table of ClickHouse over two shards; empty. */
export async function clickhouseTable(engines: Engines, table: string, columns: readonly TableColumn[]): Promise<void> {
  const [whole, shard] = engines.clickhouse;
  const listed = columns.map(({ name, is }) => `${clickhouse.name(name)} ${IN_CLICKHOUSE[is]}`).join(', ');
  const own = shardTable(table);
  for (const { port, keeper } of [whole, shard])
    await inClickHouse(port, keeper, `CREATE TABLE ${own} (${listed}) ${MERGE_TREE}`);
  await inClickHouse(
    whole.port,
    whole.keeper,
    `CREATE TABLE ${clickhouse.name(table)} (${listed})
     ENGINE = Distributed(shards, default, ${clickhouse.text(`${table} of a shard`)})`,
  );
}

const printed = (value: Value, text: (value: string) => string) =>
  value === null ? 'NULL' : typeof value === 'number' ? String(value) : text(value);

/** Puts respondents into a table of both engines, one to each shard in turns. */
export async function fillTables(
  engines: Engines,
  table: string,
  columns: readonly TableColumn[],
  rows: readonly Readonly<Record<string, Value>>[],
): Promise<void> {
  const values = (row: Readonly<Record<string, Value>>, text: (value: string) => string) =>
    columns.map(({ name }) => printed(row[name] ?? null, text)).join(', ');
  const ofShard = (shard: number) => rows.filter((_, k) => k % 2 === shard);
  const [, ...postgres] = engines.postgres;
  for (const [k, { port, keeper }] of postgres.entries()) {
    const lines = ofShard(k).map((row) => `(${k}, ${values(row, postgresql.text)})`);
    if (lines.length === 0) continue;
    const name = postgresql.name(table);
    await inPostgres(port, keeper, (client) => client.query(`INSERT INTO ${name} VALUES ${lines.join(', ')}`));
  }
  for (const [k, { port, keeper }] of engines.clickhouse.entries()) {
    const lines = ofShard(k).map((row) => `(${values(row, clickhouse.text)})`);
    if (lines.length === 0) continue;
    const name = shardTable(table);
    await inClickHouse(port, keeper, `INSERT INTO ${name} VALUES ${lines.join(', ')}`);
  }
}
