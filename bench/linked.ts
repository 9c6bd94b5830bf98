import { connect, createServer, type Socket } from 'node:net';
import { call, startServer, temporaryStore } from '../e2e/server.js';
import { inClickHouse } from '../scripts/engines/clickhouse.js';
import { ENGINES, type EngineName } from '../src/core/intake/layout.js';
import { type Engines, startEngines } from '../scripts/engines/engines.js';
import { GARDENERS, plantGardeners } from '../scripts/engines/gardeners.js';
import { inPostgres } from '../scripts/engines/postgres.js';
import type { StartedServer } from '../scripts/engines/process.js';
import { shardName } from '../scripts/engines/tables.js';
import { say, timed } from './timing.js';

const ROUNDS = 3;

interface Shape {
  name: string;
  sentence: string;
  /** What a person would type for the same table. */
  byHand: string;
}

const BANDS = 'CASE WHEN age < 35 THEN 1 WHEN age < 65 THEN 2 ELSE 3 END';
const CROPS = ['beans', 'kale', 'leeks', 'onions'];
const named = CROPS.map((crop, k) => `sum(CASE WHEN crop_1 = '${crop}' OR crop_2 = '${crop}' THEN 1 END) AS c${k}`);

const SHAPES: readonly Shape[] = [
  {
    name: 'two-way',
    sentence: 'satisfied by site',
    byHand: 'SELECT satisfied, site, count(*) FROM t GROUP BY satisfied, site',
  },
  {
    name: 'weighted',
    sentence: 'satisfied by site weighted by weight',
    byHand: 'SELECT satisfied, site, count(*), sum(weight), sum(weight * weight) FROM t GROUP BY satisfied, site',
  },
  {
    name: 'filtered',
    sentence: 'satisfied by site only where crop_1 is kale',
    byHand: "SELECT satisfied, site, count(*) FROM t WHERE crop_1 = 'kale' GROUP BY satisfied, site",
  },
  {
    name: 'bands of a number',
    sentence: 'life by site',
    byHand: `SELECT ${BANDS} AS life, site, count(*) FROM t GROUP BY life, site`,
  },
  {
    name: 'mean and quartiles',
    sentence: 'age by site',
    byHand: 'SELECT site, age, count(*) FROM t GROUP BY site, age',
  },
  {
    name: '4 options by 4 groups',
    sentence: 'crops by site',
    byHand: `SELECT site, count(*), ${named.join(', ')} FROM t GROUP BY site`,
  },
];

/** Passes bytes on to a server of this machine, and counts them. */
async function counted(port: number) {
  const bytes = { sent: 0, received: 0 };
  const open = new Set<Socket>();
  const server = createServer((client) => {
    const there = connect(port, '127.0.0.1');
    for (const socket of [client, there]) {
      open.add(socket);
      socket.on('error', () => undefined).on('close', () => open.delete(socket));
    }
    client.on('data', (part: Buffer) => (bytes.sent += part.length)).pipe(there);
    there.on('data', (part: Buffer) => (bytes.received += part.length)).pipe(client);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const address = server.address();
  return {
    bytes,
    port: typeof address === 'object' && address ? address.port : 0,
    close: () => {
      open.forEach((socket) => socket.destroy());
      server.close();
    },
  };
}

type Server = Awaited<ReturnType<typeof startServer>>;

/** A table of an engine, and how a statement is typed to it. */
interface Linked {
  engine: EngineName;
  table: [string, string];
  server: StartedServer;
  type: (statement: string) => Promise<unknown>;
}

const inPublic = (server: StartedServer): Linked => ({
  ...{ engine: 'postgresql', table: ['public', GARDENERS], server },
  type: (statement) =>
    inPostgres(server.port, server.reader, async (client) => {
      // As who knows the database types it: each shard counts its own part, and the counts are added up.
      await client.query('SET enable_partitionwise_aggregate = on');
      await client.query(statement.replace('FROM t', `FROM ${GARDENERS}`).replace('GROUP BY', 'GROUP BY shard,'));
    }),
});

const inDefault = (server: StartedServer, table: string): Linked => ({
  ...{ engine: 'clickhouse', table: ['default', table], server },
  type: (statement) => inClickHouse(server.port, server.reader, statement.replace('FROM t', `FROM \`${table}\``)),
});

async function made<T>(server: Server, method: 'GET' | 'POST', path: string, body?: object): Promise<T> {
  const answer = await call<T>(server, method, path, body);
  if (answer.status > 299) throw new Error(`${method} ${path}: ${JSON.stringify(answer.body)}`);
  return answer.body;
}

/** Links a table, with life as bands of the age and crops gathered from two columns. */
async function link(server: Server, { engine, table, server: { reader } }: Linked, port: number): Promise<string> {
  const asked = { engine, host: '127.0.0.1', port, database: engine === 'postgresql' ? 'postgres' : 'default' };
  let { id, state } = await made<{ id: string; state: string }>(server, 'POST', '/links', {
    ...asked,
    ...{ tls: false, account: reader, table },
  });
  while (state === 'reading') {
    await new Promise((resolve) => setTimeout(resolve, 200));
    ({ id, state } = await made<{ id: string; state: string }>(server, 'GET', `/intakes/${id}`));
  }
  const columns = [{ name: 'satisfied', missing: [{ code: '99', missing: 'refused' }] }];
  const { study } = await made<{ study: string }>(server, 'POST', `/intakes/${id}/accept`, {
    name: `${engine} ${port}`,
    columns,
  });
  const { variables } = await made<{ variables: { id: number; name: string }[] }>(server, 'GET', `/studies/${study}`);
  const idOf = (name: string) => variables.find((variable) => variable.name === name)!.id;
  const bands = [
    { is: 'range', code: '1', label: 'Young', from: null, to: 35 },
    { is: 'range', code: '2', label: 'Between', from: 35, to: 65 },
    { is: 'range', code: '3', label: 'Old', from: 65, to: null },
  ];
  const options = CROPS.map((code) => ({ code, label: code }));
  await made(server, 'POST', `/studies/${study}/workings`, {
    ...{ name: 'life', label: 'Life' },
    recipe: { kind: 'band', source: idOf('age'), ends: 'lower', bands, taken: [] },
  });
  await made(server, 'POST', `/studies/${study}/workings`, {
    ...{ name: 'crops', label: 'Crops' },
    recipe: { kind: 'slots', sources: [idOf('crop_1'), idOf('crop_2')], options, none: null },
  });
  return study;
}

const seconds = (ms: number) => `${(ms / 1000).toFixed(2)} s`;

/** Seconds of each shape by us and typed by hand, and what went over the wire. */
async function measure(server: Server, linked: Linked, respondents: number) {
  const wire = await counted(linked.server.port);
  const named_ = `${linked.engine}, ${respondents.toLocaleString('en')} respondents`;
  try {
    let study = '';
    say(
      `${named_}: linked, with two workings`,
      seconds(await timed(1, async () => (study = await link(server, linked, wire.port)))),
    );
    const taken = new Map<string, number>();
    for (const { name, sentence, byHand } of SHAPES) {
      const before = { ...wire.bytes };
      const ours = await timed(ROUNDS, () => made(server, 'POST', `/studies/${study}/table`, { sentence }));
      const sent = Math.round((wire.bytes.sent - before.sent) / ROUNDS);
      const received = Math.round((wire.bytes.received - before.received) / ROUNDS);
      const typed = await timed(ROUNDS, () => linked.type(byHand));
      taken.set(name, ours);
      say(
        `${named_}: ${name}`,
        `${seconds(ours)}, ${(ours / typed).toFixed(2)} x typed by hand (${seconds(typed)}); ` +
          `${sent.toLocaleString('en')} bytes there, ${received.toLocaleString('en')} back`,
      );
    }
    return taken;
  } finally {
    wire.close();
  }
}

/** The two shards of an engine together, and one of them alone. */
const TABLES: Readonly<Record<EngineName, (engines: Engines) => { both: Linked; half: Linked }>> = {
  postgresql: ({ postgres }) => ({ both: inPublic(postgres[0]), half: inPublic(postgres[1]) }),
  clickhouse: ({ clickhouse }) => ({
    both: inDefault(clickhouse[0], GARDENERS),
    half: inDefault(clickhouse[1], shardName(GARDENERS)),
  }),
};

async function measureEngine(server: Server, engines: Engines, engine: EngineName, respondents: number) {
  const filled = await timed(1, () => plantGardeners[engine](engines, respondents));
  say(`${respondents.toLocaleString('en')} respondents put into ${engine}`, seconds(filled));
  const { both, half } = TABLES[engine](engines);
  const whole = await measure(server, both, respondents);
  const part = await measure(server, half, respondents / 2);
  for (const { name } of SHAPES) {
    const times = (whole.get(name)! / part.get(name)!).toFixed(2);
    say(`${engine}: ${name}, from one shard to two`, `twice the respondents in ${times} times the time`);
  }
}

/**
 * Linked studies: tables of respondents who stay in databases, beside the same typed by hand, and how their cost grows
 * from one shard to two. Each server counts a query on one core, as small machines of their own would.
 * @param only one engine; all where it is left away
 */
export async function benchLinked(told = '10000000', only?: string): Promise<void> {
  const engines = await startEngines(true);
  if (!engines) {
    say('linked studies', "not measured: install Debian's postgresql-15 and clickhouse-server");
    return;
  }
  const { store, remove } = temporaryStore();
  const server = await startServer(store, 'serve', 0, false);
  try {
    for (const engine of ENGINES)
      if (only === undefined || engine === only) await measureEngine(server, engines, engine, Number(told));
  } finally {
    await server.stop();
    await engines.stop();
    remove();
  }
}
