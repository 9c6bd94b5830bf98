import type { EngineName } from '../../src/core/intake/layout.js';
import { inClickHouse } from './clickhouse.js';
import type { Engines } from './engines.js';
import { inPostgres } from './postgres.js';
import { clickhouseTable, linkShards, postgresTable, shardTable, type TableColumn } from './tables.js';

/** What the table of gardeners is called. */
export const GARDENERS = 'gardeners';

/** Gardeners of an allotment society that is made up, as both databases draw them. */
const COLUMNS: TableColumn[] = [
  { name: 'site', is: 'text', comment: 'Where the plot is' },
  { name: 'satisfied', is: 'whole', comment: 'How satisfied are you with your plot?' },
  { name: 'age', is: 'number', comment: 'Age in years' },
  { name: 'weight', is: 'number', comment: 'Design weight' },
  { name: 'crop_1', is: 'text', comment: 'Crops grown: the first named' },
  { name: 'crop_2', is: 'text', comment: 'Crops grown: the second named' },
];

const SITES = ['North', 'Quarry', 'Mill', 'Orchard'];
const CROPS = ['beans', 'kale', 'leeks', 'onions'];
const listed = (texts: readonly string[]) => `'${texts.join("','")}'`;

const anyInPostgres = (texts: readonly string[]) =>
  `(ARRAY[${listed(texts)}])[1 + floor(random() * ${texts.length})::int]`;

const IN_POSTGRES = (shard: number, respondents: number) =>
  `INSERT INTO ${GARDENERS} SELECT ${shard}, ${anyInPostgres(SITES)},
   CASE WHEN random() < 0.1 THEN 99 ELSE 1 + floor(random() * 5)::int END, 18 + floor(random() * 70),
   0.5 + floor(random() * 8) / 4, ${anyInPostgres(CROPS)},
   CASE WHEN random() < 0.5 THEN ${anyInPostgres(CROPS)} END FROM generate_series(1, ${respondents})`;

const anyInClickHouse = (texts: readonly string[], seed: number) =>
  `[${listed(texts)}][1 + rand(${seed}) % ${texts.length}]`;

const IN_CLICKHOUSE = (respondents: number) =>
  `INSERT INTO ${shardTable(GARDENERS)} SELECT ${anyInClickHouse(SITES, 1)},
   if(rand(2) % 10 = 0, 99, 1 + rand(3) % 5), 18 + rand(4) % 70, 0.5 + (rand(5) % 8) / 4,
   ${anyInClickHouse(CROPS, 6)}, if(rand(7) % 2 = 0, ${anyInClickHouse(CROPS, 8)}, NULL)
   FROM system.numbers LIMIT ${respondents}`;

async function plantInPostgres(engines: Engines, half: number): Promise<void> {
  await linkShards(engines);
  await postgresTable(engines, GARDENERS, COLUMNS);
  const [first, ...shards] = engines.postgres;
  await Promise.all(
    shards.map(({ port, keeper }, k) =>
      inPostgres(port, keeper, async (client) => {
        await client.query(IN_POSTGRES(k, half));
        await client.query(`VACUUM ANALYZE ${GARDENERS}`);
      }),
    ),
  );
  // The planner of the first server has to know how large the parts are.
  await inPostgres(first.port, first.keeper, (client) => client.query('ANALYZE'));
}

async function plantInClickHouse(engines: Engines, half: number): Promise<void> {
  await clickhouseTable(engines, GARDENERS, COLUMNS);
  await Promise.all(engines.clickhouse.map(({ port, keeper }) => inClickHouse(port, keeper, IN_CLICKHOUSE(half))));
}

/** Makes a table of so many gardeners in an engine, half of them on each shard. */
export const plantGardeners: Readonly<Record<EngineName, (engines: Engines, respondents: number) => Promise<void>>> = {
  postgresql: (engines, respondents) => plantInPostgres(engines, Math.ceil(respondents / 2)),
  clickhouse: (engines, respondents) => plantInClickHouse(engines, Math.ceil(respondents / 2)),
};
