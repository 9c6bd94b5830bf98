import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { hasClickHouse, startClickHouse } from './clickhouse.js';
import { hasPostgres, startPostgres } from './postgres.js';
import type { StartedServer } from './process.js';

/** Servers for tests and measurements: of each engine one that is asked, and the shards that it asks in turn. */
export interface Engines {
  /** The first has the partitioned table, the others hold its partitions. */
  postgres: readonly [StartedServer, StartedServer, StartedServer];
  /** The first has the Distributed table and is one of its two shards. */
  clickhouse: readonly [StartedServer, StartedServer];
  stop: () => Promise<void>;
}

/**
 * Starts PostgreSQL and ClickHouse; null where they are not installed.
 * @param isOneCore each server counts a query on one core, as shards on small machines of their own would
 */
export async function startEngines(isOneCore = false): Promise<Engines | null> {
  if (!hasPostgres() || !hasClickHouse()) return null;
  const folder = mkdtempSync(join(tmpdir(), 'hatch-count-engines-'));
  // Servers that run as another user find their folder in it.
  chmodSync(folder, 0o711);
  const started: StartedServer[] = [];
  const keep = <T extends StartedServer>(server: T): T => {
    started.push(server);
    return server;
  };
  const postgres = async (name: string) => keep(await startPostgres(join(folder, name), isOneCore));
  const stop = async () => {
    await Promise.all(started.map((server) => server.stop()));
    rmSync(folder, { recursive: true, force: true });
  };
  try {
    const [first, second, third] = [await postgres('first'), await postgres('second'), await postgres('third')];
    const shard = keep(await startClickHouse(join(folder, 'shard'), [], isOneCore));
    const other = { port: shard.native, keeper: shard.keeper };
    const whole = keep(await startClickHouse(join(folder, 'whole'), [other], isOneCore));
    return { postgres: [first, second, third], clickhouse: [whole, shard], stop };
  } catch (error) {
    await stop();
    throw error;
  }
}
