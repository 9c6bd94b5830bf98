import { once } from 'node:events';
import { inClickHouse } from './clickhouse.js';
import { type Engines, startEngines } from './engines.js';
import { inPostgres } from './postgres.js';
import type { StartedServer } from './process.js';
import { clickhouseTable, linkShards, postgresTable, type TableColumn } from './tables.js';

const TABLE = 'gardeners';

/** Gardeners of an allotment society that is made up, as both databases draw them. */
const COLUMNS: TableColumn[] = [
  { name: 'site', is: 'text', comment: 'Where the plot is' },
  { name: 'satisfied', is: 'whole', comment: 'How satisfied are you with your plot?' },
  { name: 'age', is: 'number', comment: 'Age in years' },
  { name: 'weight', is: 'number', comment: 'Design weight' },
];

const SITES = ['North', 'Quarry', 'Mill', 'Orchard'];

const IN_POSTGRES = (shard: number, respondents: number) =>
  `INSERT INTO ${TABLE} SELECT ${shard}, (ARRAY['${SITES.join("','")}'])[1 + floor(random() * ${SITES.length})::int],
   CASE WHEN random() < 0.1 THEN 99 ELSE 1 + floor(random() * 5)::int END, 18 + floor(random() * 70),
   0.5 + floor(random() * 8) / 4 FROM generate_series(1, ${respondents})`;

const IN_CLICKHOUSE = (respondents: number) =>
  `INSERT INTO \`${TABLE} of a shard\` SELECT ['${SITES.join("','")}'][1 + rand(1) % ${SITES.length}],
   if(rand(2) % 10 = 0, 99, 1 + rand(3) % 5), 18 + rand(4) % 70, 0.5 + (rand(5) % 8) / 4
   FROM system.numbers LIMIT ${respondents}`;

/** Fills the tables, half of the respondents on each shard. */
async function fill({ postgres: [, ...shards], clickhouse }: Engines, respondents: number): Promise<void> {
  const half = Math.ceil(respondents / 2);
  for (const [k, { port, keeper }] of shards.entries())
    await inPostgres(port, keeper, (client) => client.query(IN_POSTGRES(k, half)));
  for (const { port, keeper } of clickhouse) await inClickHouse(port, keeper, IN_CLICKHOUSE(half));
}

const linkLine = (engine: string, database: string, { port, reader }: StartedServer) =>
  `HATCH_COUNT_PASSWORD=${reader.password} npm run hatch-count -- link ${engine}://127.0.0.1:${port}/${database} ` +
  `${TABLE} --user ${reader.user}\n`;

/**
 * Starts PostgreSQL with two foreign shards and ClickHouse with two shards of a Distributed table, fills a table of
 * each, and says how they are linked. They run until they are interrupted, and leave nothing behind.
 * @param respondents in each of the two tables
 */
export async function serveEngines(respondents = '1000000'): Promise<void> {
  const engines = await startEngines();
  if (!engines) {
    process.stdout.write("Install Debian's postgresql-15 and clickhouse-server first.\n");
    process.exitCode = 1;
    return;
  }
  try {
    await linkShards(engines);
    await postgresTable(engines, TABLE, COLUMNS);
    await clickhouseTable(engines, TABLE, COLUMNS);
    await fill(engines, Number(respondents));
    process.stdout.write(
      linkLine('postgresql', 'postgres', engines.postgres[0]) +
        linkLine('clickhouse', 'default', engines.clickhouse[0]) +
        'Ctrl-C ends them.\n',
    );
    await Promise.race([once(process, 'SIGINT'), once(process, 'SIGTERM')]);
  } finally {
    await engines.stop();
  }
}
