import { createServer, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { Logger } from 'pino';
import { Fault } from '../core/fault.js';
import type { Service } from '../service/context.js';
import { type Handler, listener } from './listener.js';

export interface ServeOptions {
  service: Service;
  /** The build, `dist`. */
  dist: string;
  host: string;
  port: number;
  hosts: readonly string[];
  /** Asked for of every request; null: of none. */
  token: string | null;
  /** A proxy stands in front, whose word is taken for from where a request comes. */
  trustsProxy: boolean;
  log: Logger;
}

export interface Running {
  address: string;
  /** Stops taking requests, lets those under way and every write finish, and closes the studies. */
  stop: () => Promise<void>;
}

/** How long open connections may take to end at a stop, in milliseconds. */
const GRACE = 1500;

/** How long a sender may send nothing in the middle of a request, in milliseconds. */
const SILENCE = 60_000;

/** Ends connections whose sender has stopped in the middle of a request; one that waits for its answer is let be. */
function endSilentSenders(server: Server): void {
  const requests = new WeakMap<object, IncomingMessage>();
  server.on('request', (request) => requests.set(request.socket, request));
  server.setTimeout(SILENCE, (socket) => {
    if (requests.get(socket)?.complete !== true) socket.destroy();
  });
}

/** Why the server cannot listen where it is told to; null: for another reason. */
function listenFault({ code = '' }: NodeJS.ErrnoException, host: string, port: number): Fault | null {
  const otherPort = 'Stop what uses it, or start with --port and another number.';
  if (code === 'EADDRINUSE') return new Fault('conflict', `Port ${port} is taken.`, otherPort, { field: 'port' });
  if (code === 'EACCES') {
    const mend = 'Start with --port and a number from 1024 up.';
    return new Fault('invalid', `This user may not listen on port ${port}.`, mend, { field: 'port' });
  }
  if (!['ENOTFOUND', 'EAI_AGAIN', 'EADDRNOTAVAIL', 'EINVAL', 'EAFNOSUPPORT'].includes(code)) return null;
  const mend = 'Start with --host and an address of this machine, such as 127.0.0.1.';
  return new Fault('invalid', `${host} is no address of this machine.`, mend, { field: 'host' });
}

async function astroHandler(dist: string): Promise<Handler> {
  const entry = join(dist, 'server', 'entry.mjs');
  if (!existsSync(entry))
    throw new Fault('not-found', 'The pages are not built.', 'Run npm run build first.', { file: entry });
  const { handler } = (await import(pathToFileURL(entry).href)) as { handler: Handler };
  return handler;
}

/** Serves the application. Listens on loopback unless told otherwise. */
export async function serve({
  service,
  dist,
  host,
  port,
  hosts,
  token,
  trustsProxy,
  log,
}: ServeOptions): Promise<Running> {
  const handler = await astroHandler(dist);
  const server = createServer(
    { requestTimeout: 0, headersTimeout: 30_000 },
    listener({ service, handler, dist, hosts, token, trustsProxy, log }),
  );
  endSilentSenders(server);
  await new Promise<void>((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) => reject(listenFault(error, host, port) ?? error));
    server.listen(port, host, resolve);
  });
  service.warm();
  const { port: bound } = server.address() as AddressInfo;
  const shown = host.includes(':') ? `[${host}]` : host;
  return {
    address: `http://${shown === '0.0.0.0' ? '127.0.0.1' : shown}:${bound}`,
    stop: async () => {
      const closed = new Promise<void>((resolve) => server.close(() => resolve()));
      server.closeIdleConnections();
      // A client that hangs on does not keep the server up; what it asked to have written is finished all the same.
      setTimeout(() => server.closeAllConnections(), GRACE).unref();
      await closed;
      await service.close();
    },
  };
}
