import { randomBytes } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';

const COOKIE = 'hatch-count-asker';
const SET = new RegExp(`(?:^|;\\s*)${COOKIE}=([0-9a-f]{16})(?:;|$)`);

/**
 * Who makes a request, as far as the server can tell: a browser by a cookie that its first page is given, anything
 * else by its address and by what it calls itself. It opens nothing; what the server can do at once is shared between
 * askers.
 * @example askerOf(request) // 'browser 5f0c9a3e11d2b870'
 */
export function askerOf({ headers, socket }: IncomingMessage): string {
  const browser = SET.exec(headers.cookie ?? '')?.[1];
  if (browser !== undefined) return `browser ${browser}`;
  return `${socket.remoteAddress ?? ''} ${(headers['user-agent'] ?? '').slice(0, 200)}`;
}

/** Gives a browser that asks for its first page the cookie by which it is told from others. */
export function nameAsker({ headers }: IncomingMessage, response: ServerResponse): void {
  if (SET.test(headers.cookie ?? '')) return;
  const name = randomBytes(8).toString('hex');
  response.appendHeader('set-cookie', `${COOKIE}=${name}; Path=/; HttpOnly; SameSite=Strict`);
}
