import { once } from 'node:events';
import { startEngines } from './engines.js';
import { GARDENERS, plantGardeners } from './gardeners.js';
import type { StartedServer } from './process.js';

const linkLine = (engine: string, database: string, { port, reader }: StartedServer) =>
  `HATCH_COUNT_PASSWORD=${reader.password} npm run hatch-count -- link ${engine}://127.0.0.1:${port}/${database} ` +
  `${GARDENERS} --user ${reader.user}\n`;

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
    for (const plant of Object.values(plantGardeners)) await plant(engines, Number(respondents));
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
