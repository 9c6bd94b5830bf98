import { afterAll, beforeAll } from 'vitest';
import type { Engines } from '../scripts/engines/engines.js';
import { linkShards } from '../scripts/engines/tables.js';
import type { EngineName } from '../src/core/intake/layout.js';
import { engineOf } from '../src/service/linked/connect.js';
import type { Engine } from '../src/service/linked/engine.js';

type Clients = Readonly<Record<EngineName, Engine>>;

/** Connections of an account that only reads, to the server of each engine that is asked; shards are told to it. */
async function clientsOf(engines: Engines): Promise<Clients> {
  await linkShards(engines);
  const [postgres] = engines.postgres;
  const [whole] = engines.clickhouse;
  const at = { host: '127.0.0.1', tls: false };
  return {
    postgresql: engineOf({ ...at, engine: 'postgresql', port: postgres.port, database: 'postgres' }, postgres.reader),
    clickhouse: engineOf({ ...at, engine: 'clickhouse', port: whole.port, database: 'default' }, whole.reader),
  };
}

/** Connections while the tests of a file go on, behind which the engines are stopped. */
export function connected(engines: Engines | null): () => Clients {
  let clients: Clients | null = null;
  beforeAll(async () => {
    if (engines) clients = await clientsOf(engines);
  });
  afterAll(async () => {
    await Promise.all(Object.values(clients ?? {}).map((client) => client.close()));
    await engines?.stop();
  });
  return () => {
    if (clients) return clients;
    throw new Error('no engine is connected yet');
  };
}
