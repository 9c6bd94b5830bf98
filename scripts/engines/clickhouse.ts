import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Account, freePort, type StartedServer, startServer, untilAnswered } from './process.js';

const SERVER = ['/usr/sbin/clickhouse-server', '/usr/bin/clickhouse-server'];

const binary = (): string | undefined => SERVER.find((path) => existsSync(path));

export const hasClickHouse = (): boolean => binary() !== undefined;

/** A statement over HTTP; what it answers, as text. @throws Error with what the server says */
export async function inClickHouse(port: number, { user, password }: Account, statement: string): Promise<string> {
  const answer = await fetch(`http://127.0.0.1:${port}/`, {
    method: 'POST',
    body: statement,
    headers: { 'X-ClickHouse-User': user, 'X-ClickHouse-Key': password },
  });
  const text = await answer.text();
  if (!answer.ok) throw new Error(text);
  return text;
}

/** A shard of a Distributed table, as the server that has the table reaches it. */
export interface Shard {
  port: number;
  keeper: Account;
}

const shardOf = ({ port, keeper }: Shard) =>
  `<shard><replica><host>127.0.0.1</host><port>${port}</port><user>${keeper.user}</user>` +
  `<password>${keeper.password}</password></replica></shard>`;

const accountOf = ({ user, password }: Account, profile: string) =>
  `<${user}><password>${password}</password><networks><ip>127.0.0.1</ip></networks><profile>${profile}</profile>` +
  `<quota>default</quota></${user}>`;

/** Starts a server on ports of its own, with a folder of its own; `native` is the port that other shards use. */
export async function startClickHouse(
  folder: string,
  shards: readonly Shard[],
  isOneCore: boolean,
): Promise<StartedServer & { native: number }> {
  mkdirSync(folder, { recursive: true });
  const [port, native, between] = [await freePort(), await freePort(), await freePort()];
  const keeper = { user: 'keeper', password: randomBytes(12).toString('hex') };
  const reader = { user: 'reader', password: randomBytes(12).toString('hex') };
  const own = { port: native, keeper };
  const cluster = [own, ...shards].map(shardOf).join('');
  const threads = isOneCore ? '<max_threads>1</max_threads>' : '';
  writeFileSync(
    join(folder, 'users.xml'),
    `<yandex><profiles><default>${threads}</default><reading>${threads}<readonly>2</readonly></reading></profiles>` +
      `<users>${accountOf(keeper, 'default')}${accountOf(reader, 'reading')}</users>` +
      '<quotas><default/></quotas></yandex>',
  );
  writeFileSync(
    join(folder, 'config.xml'),
    `<yandex><logger><level>warning</level><console>1</console></logger><http_port>${port}</http_port>` +
      `<tcp_port>${native}</tcp_port><interserver_http_port>${between}</interserver_http_port>` +
      `<listen_host>127.0.0.1</listen_host><path>${folder}/data/</path><tmp_path>${folder}/tmp/</tmp_path>` +
      `<users_config>${folder}/users.xml</users_config><default_profile>default</default_profile>` +
      '<default_database>default</default_database><mark_cache_size>268435456</mark_cache_size>' +
      `<remote_servers><shards>${cluster}</shards></remote_servers></yandex>`,
  );
  const server = startServer(binary() ?? '', ['--config-file', join(folder, 'config.xml')], { cwd: folder });
  await untilAnswered(server, () => inClickHouse(port, keeper, 'SELECT 1'));
  return { port, native, keeper, reader, stop: () => server.stop('SIGTERM') };
}
