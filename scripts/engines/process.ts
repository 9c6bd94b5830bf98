import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { setTimeout as sleep } from 'node:timers/promises';

/** An account of an engine. */
export interface Account {
  user: string;
  password: string;
}

/** A server that was started here. */
export interface StartedServer {
  port: number;
  /** Makes tables, and writes to them. */
  keeper: Account;
  /** Can only read. */
  reader: Account;
  stop: () => Promise<void>;
}

/** Who a server runs as: some refuse to run as root. */
export function idsOf(user: string): { uid: number; gid: number } | Record<string, never> {
  if (process.getuid?.() !== 0) return {};
  const id = (what: string) => Number(execFileSync('id', [what, user], { encoding: 'utf8' }));
  return { uid: id('-u'), gid: id('-g') };
}

/** A port of this machine that nobody listens on. */
export function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
}

/** Starts a server, and keeps what it says last. */
export function startServer(command: string, args: readonly string[], options: { cwd: string; uid?: number }) {
  const child: ChildProcess = spawn(command, args, { ...options, stdio: ['ignore', 'pipe', 'pipe'] });
  let said = '';
  const keep = (bytes: Buffer) => (said = (said + bytes.toString()).slice(-2000));
  child.stdout?.on('data', keep);
  child.stderr?.on('data', keep);
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  return {
    said: () => said,
    hasEnded: () => child.exitCode !== null,
    stop: async (signal: NodeJS.Signals) => {
      child.kill(signal);
      await ended;
    },
  };
}

const PATIENCE_MS = 60_000;

/** Waits until a server answers. @throws Error with what it said, where it does not */
export async function untilAnswered(
  server: Pick<ReturnType<typeof startServer>, 'said' | 'hasEnded'>,
  asks: () => Promise<unknown>,
): Promise<void> {
  const until = Date.now() + PATIENCE_MS;
  for (;;) {
    try {
      await asks();
      return;
    } catch (error) {
      if (server.hasEnded() || Date.now() > until) throw new Error(`no answer: ${server.said()}`, { cause: error });
      await sleep(100);
    }
  }
}
