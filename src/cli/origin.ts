import type { IncomingMessage } from 'node:http';
import type { AddressInfo } from 'node:net';

/** From where a request comes. */
export interface Origin {
  /** The address of whoever asks. */
  address: string;
  /** The port on which the server listens. */
  port: number;
  /** Whether the browser came by TLS. */
  secure: boolean;
}

const last = (header: string | string[] | undefined): string | undefined =>
  (Array.isArray(header) ? header.join(',') : header)?.split(',').at(-1)?.trim();

/**
 * From where a request comes: by the connection, or, where a proxy stands in front that is trusted, by what it says in
 * X-Forwarded-For (its last address, which is the one that the proxy itself has seen) and X-Forwarded-Proto.
 * @example originOf(request, false) // { address: '127.0.0.1', port: 4114, secure: false }
 */
export function originOf({ headers, socket }: IncomingMessage, trustsProxy: boolean): Origin {
  const { port } = socket.address() as AddressInfo;
  const direct = socket.remoteAddress ?? '';
  if (!trustsProxy) return { address: direct, port, secure: false };
  const secure = last(headers['x-forwarded-proto']) === 'https';
  return { address: (last(headers['x-forwarded-for']) ?? direct).slice(0, 64), port, secure };
}
