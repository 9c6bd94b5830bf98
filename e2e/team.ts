import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { ROLES, type Role } from '../src/core/team/roles.js';
import { DEMO_STUDY } from './siege/attacked.js';
import { type Reply, ROOT } from './server.js';

/** A server for several people. */
export interface TeamServer {
  address: string;
  /** The secret of the invitation of the first who comes in; empty where somebody did. */
  first: string;
  process: ChildProcess;
  stop: () => Promise<void>;
}

/** Starts the application for several people, on a free port; or again, on a store that has people. */
export async function startTeamServer(
  store: string,
  flags: readonly string[] = [],
  env: NodeJS.ProcessEnv = {},
): Promise<TeamServer> {
  // Whoever comes in first is invited once.
  const isNew = !existsSync(join(store, 'team.sqlite'));
  const common = ['--team', '--port', '0', '--store', store, '--log-level', 'warn', ...flags];
  const child = spawn(process.execPath, [join(ROOT, 'bin', 'hatch-count.mjs'), 'demo', '--no-open', ...common], {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, HATCH_COUNT_CHECK_ANSWERS: 'yes', ...env },
  });
  const lines: string[] = [];
  const reader = createInterface({ input: child.stdout });
  reader.on('line', (line) => lines.push(line));
  const ended = once(child, 'exit').then(([code]) => {
    throw new Error(`the server ended with ${String(code)} before it was up`);
  });
  const isUp = (line: string) => line.includes(isNew ? '/join#' : 'Hatch Count is at');
  while (!lines.some(isUp)) await Promise.race([ended, new Promise((resolve) => setTimeout(resolve, 50))]);
  const text = lines.join('\n');
  return {
    address: new URL(/Hatch Count is at (\S+)/.exec(text)?.[1] ?? '').origin,
    first: /\/join#(\S+)/.exec(text)?.[1] ?? '',
    process: child,
    stop: async () => {
      if (child.exitCode === null && child.signalCode === null) {
        child.kill('SIGTERM');
        await once(child, 'exit');
      }
    },
  };
}

/** Somebody who asks: their browser keeps one cookie. */
export interface Person {
  id: number;
  name: string;
  cookie: string | null;
  call: <T>(method: string, path: string, body?: unknown, headers?: Record<string, string>) => Promise<Reply<T>>;
}

/** Somebody who is not signed in yet. */
export function person(server: TeamServer, name: string): Person {
  const self: Person = {
    id: 0,
    name,
    cookie: null,
    call: async (method, path, body, headers = {}) => {
      const response = await fetch(`${server.address}/api/v1${path}`, {
        method,
        headers: {
          ...(body === undefined ? {} : { 'content-type': 'application/json' }),
          ...(self.cookie === null ? {} : { cookie: self.cookie }),
          ...headers,
        },
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      });
      const set = response.headers.get('set-cookie');
      if (set !== null) self.cookie = set.split(';')[0] ?? null;
      const text = await response.text();
      const type = response.headers.get('content-type') ?? '';
      // Whoever calls says what they expect.
      return { status: response.status, type, body: (type.includes('json') ? JSON.parse(text) : text) as never };
    },
  };
  return self;
}

export const PASSWORD = 'seven wet spades';

async function comeIn(who: Person, invitation: string, more: object = {}): Promise<Person> {
  const { status } = await who.call('POST', '/join', { invitation, name: who.name, password: PASSWORD, ...more });
  if (status !== 204) throw new Error(`${who.name} cannot come in: ${status}`);
  const { body } = await who.call<{ person: { id: number } }>('GET', '/me');
  who.id = body.person.id;
  return who;
}

/** @example mailOf('Ben Reed') // 'ben.reed@example.org' */
export const mailOf = (name: string) => `${name.toLowerCase().replaceAll(' ', '.')}@example.org`;

/** Who administers the server, and owns the demo study. */
export const firstOne = (server: TeamServer): Promise<Person> =>
  comeIn(person(server, 'Ada Moss'), server.first, { email: mailOf('Ada Moss') });

/** Somebody who is invited and comes in, with a part in the demo study or none. */
export async function invited(server: TeamServer, by: Person, name: string, role: Role | null): Promise<Person> {
  const { body } = await by.call<{ path: string }>('POST', '/invitations', { name, email: mailOf(name) });
  const who = await comeIn(person(server, name), body.path.split('#')[1] ?? '');
  if (role !== null) await by.call('PUT', `/studies/${DEMO_STUDY}/members/${who.id}`, { role });
  return who;
}

/** Somebody in each role of the demo study. */
export async function inEachRole(server: TeamServer, by: Person): Promise<Record<Role, Person>> {
  const people = [];
  for (const role of ROLES) people.push([role, await invited(server, by, `Who ${role}`, role)] as const);
  return Object.fromEntries(people) as Record<Role, Person>;
}
