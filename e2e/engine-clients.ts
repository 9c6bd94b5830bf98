import { type Engines } from '../scripts/engines/engines.js';
import { linkShards } from '../scripts/engines/tables.js';
import type { EngineName } from '../src/core/intake/layout.js';
import { engineOf } from '../src/service/linked/connect.js';
import type { Engine } from '../src/service/linked/engine.js';

export type Clients = Readonly<Record<EngineName, Engine>>;

/** Connections of an account that only reads, to the server of each engine that is asked; shards are told to it. */
export async function clientsOf(engines: Engines): Promise<Clients> {
  await linkShards(engines);
  const [postgres] = engines.postgres;
  const [whole] = engines.clickhouse;
  const at = { host: '127.0.0.1', tls: false };
  return {
    postgresql: engineOf({ ...at, engine: 'postgresql', port: postgres.port, database: 'postgres' }, postgres.reader),
    clickhouse: engineOf({ ...at, engine: 'clickhouse', port: whole.port, database: 'default' }, whole.reader),
  };
}
