import { execFileSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { chownSync, existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Client } from 'pg';
import { type Account, freePort, idsOf, type StartedServer, startServer, untilAnswered } from './process.js';

const BIN = '/usr/lib/postgresql/15/bin';

export const hasPostgres = (): boolean => existsSync(join(BIN, 'postgres'));

/** One connection for some statements. */
export async function inPostgres<T>(port: number, { user, password }: Account, work: (client: Client) => Promise<T>) {
  const client = new Client({ host: '127.0.0.1', port, database: 'postgres', user, password });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

/** Starts a server on a port of its own, with a folder of its own. */
export async function startPostgres(folder: string, isOneCore: boolean): Promise<StartedServer> {
  const ids = idsOf('postgres');
  mkdirSync(folder, { recursive: true });
  if ('uid' in ids) chownSync(folder, ids.uid, ids.gid);
  const keeper = { user: 'keeper', password: randomBytes(12).toString('hex') };
  const reader = { user: 'reader', password: randomBytes(12).toString('hex') };
  const secret = join(folder, 'secret');
  writeFileSync(secret, keeper.password);
  if ('uid' in ids) chownSync(secret, ids.uid, ids.gid);
  const data = join(folder, 'data');
  const init = ['-D', data, '-U', keeper.user, '-A', 'scram-sha-256', '--pwfile', secret, '-E', 'UTF8', '--locale=C'];
  execFileSync(join(BIN, 'initdb'), [...init, '-N'], { cwd: folder, stdio: 'ignore', ...ids });
  const port = await freePort();
  const settings = {
    ...{ listen_addresses: '127.0.0.1', unix_socket_directories: folder, fsync: 'off', jit: 'off' },
    ...(isOneCore ? { max_parallel_workers_per_gather: '0' } : {}),
  };
  const server = startServer(
    join(BIN, 'postgres'),
    [
      '-D',
      data,
      '-p',
      String(port),
      ...Object.entries(settings).flatMap(([name, value]) => ['-c', `${name}=${value}`]),
    ],
    { cwd: folder, ...ids },
  );
  await untilAnswered(server, () => inPostgres(port, keeper, (client) => client.query('SELECT 1')));
  await inPostgres(port, keeper, async (client) => {
    await client.query(`CREATE ROLE reader LOGIN PASSWORD '${reader.password}'`);
    await client.query('GRANT pg_read_all_data TO reader');
  });
  return { port, keeper, reader, stop: () => server.stop('SIGINT') };
}
