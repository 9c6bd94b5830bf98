import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { createReadStream, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import type { Intake } from '../src/api/types.js';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));

export interface Server {
  address: string;
  store: string;
  process: ChildProcess;
  /** Asks the server to stop as a system does, and gives its exit code. */
  stop: () => Promise<number | null>;
}

/**
 * Starts the application as a user does, on a free port where none is wanted.
 * @param checked every answer is held to its schema, which takes the server some time
 */
export async function startServer(
  store: string,
  command: 'serve' | 'demo' = 'serve',
  port = 0,
  checked = true,
): Promise<Server> {
  const flags = [
    '--port',
    String(port),
    '--store',
    store,
    '--log-level',
    'warn',
    ...(command === 'demo' ? ['--no-open'] : []),
  ];
  const child = spawn(process.execPath, [join(ROOT, 'bin', 'hatch-count.mjs'), command, ...flags], {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, HATCH_COUNT_CHECK_ANSWERS: checked ? 'yes' : '' },
  });
  const lines = createInterface({ input: child.stdout });
  const [line] = (await Promise.race([
    once(lines, 'line'),
    once(child, 'exit').then(([code]) => {
      throw new Error(`the server ended with ${String(code)} before it was up`);
    }),
  ])) as [string];
  const address = new URL(line.replace('Hatch Count is at ', ''));
  return {
    address: address.origin,
    store,
    process: child,
    stop: async () => {
      if (child.exitCode !== null || child.signalCode !== null) return child.exitCode;
      child.kill('SIGTERM');
      const [code] = (await once(child, 'exit')) as [number | null];
      return code;
    },
  };
}

/** A folder for a store, and how to remove it. */
export function temporaryStore(): { store: string; remove: () => void } {
  const store = mkdtempSync(join(tmpdir(), 'hatch-count-'));
  return { store, remove: () => rmSync(store, { recursive: true, force: true }) };
}

export interface Reply<T> {
  status: number;
  type: string;
  body: T;
}

/** Calls the API. */
export async function call<T>(
  server: Server,
  method: string,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<Reply<T>> {
  const response = await fetch(`${server.address}/api/v1${path}`, {
    method,
    headers: { ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...headers },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  const text = await response.text();
  const type = response.headers.get('content-type') ?? '';
  return { status: response.status, type, body: (type.includes('json') ? JSON.parse(text) : text) as T };
}

/** An intake, once its file was read or could not be. */
export async function awaitRead(server: Server, intake: Intake): Promise<Intake> {
  let current = intake;
  while (current.state === 'reading') {
    await new Promise((resolve) => setTimeout(resolve, 50));
    current = (await call<Intake>(server, 'GET', `/intakes/${intake.id}`)).body;
  }
  return current;
}

/** Sends a file on the disk to the intake, piece by piece. */
export async function sendFile<T>(server: Server, name: string, path: string): Promise<Reply<T>> {
  const body = Readable.toWeb(createReadStream(path)) as unknown as BodyInit;
  const address = `${server.address}/api/v1/intakes?file=${encodeURIComponent(name)}`;
  const response = await fetch(address, { method: 'POST', body, duplex: 'half' } as RequestInit);
  return {
    status: response.status,
    type: response.headers.get('content-type') ?? '',
    body: (await response.json()) as T,
  };
}

/** Sends a file to the intake, and waits until it was read. */
export async function send<T>(
  server: Server,
  name: string,
  content: string | Uint8Array,
  wait = true,
): Promise<Reply<T>> {
  const response = await fetch(`${server.address}/api/v1/intakes?file=${encodeURIComponent(name)}`, {
    method: 'POST',
    body: typeof content === 'string' ? content : Buffer.from(content),
  });
  const body = (await response.json()) as T;
  const read = wait && response.status === 201 ? await awaitRead(server, body as Intake) : body;
  return { status: response.status, type: response.headers.get('content-type') ?? '', body: read as T };
}
