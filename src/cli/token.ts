import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import type { IncomingMessage, ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { cookieIn } from '../api/cookie-in.js';
import { refuse } from './guard.js';

const FORM = /^[0-9a-f]{48}$/;

/** The token of a store: kept in it, for its owner alone; made where there is none yet. */
export function tokenOf(store: string): string {
  const path = join(store, 'token');
  const kept = existsSync(path) ? readFileSync(path, 'utf8').trim() : '';
  if (FORM.test(kept)) return kept;
  const token = randomBytes(24).toString('hex');
  mkdirSync(store, { recursive: true, mode: 0o700 });
  writeFileSync(path, `${token}\n`, { mode: 0o600 });
  return token;
}

const digest = (text: string) => createHash('sha256').update(text).digest();

/** Whether two texts are the same, in a time that tells nothing of where they differ. */
const isSame = (given: string | undefined, token: string) =>
  given !== undefined && timingSafeEqual(digest(given), digest(token));

/** Servers on other ports of this machine have cookies of their own. */
const cookieName = ({ socket }: IncomingMessage) => `hatch-count-token-${(socket.address() as AddressInfo).port}`;

/** The token of a program. */
export const bearerIn = ({ headers }: IncomingMessage) => /^Bearer (\S+)$/.exec(headers.authorization ?? '')?.[1];

/** The address without the token that was in it. */
function withoutToken(url: URL): string {
  url.searchParams.delete('token');
  return `${url.pathname}${url.search}`;
}

/**
 * Lets a request through only if it shows the token: in the address of the first page, which gives a cookie for all
 * others, or as "Authorization: Bearer".
 * @returns false where the request has been answered already
 */
export function guardToken(request: IncomingMessage, response: ServerResponse, token: string): boolean {
  if (isSame(cookieIn(request.headers.cookie, cookieName(request)), token) || isSame(bearerIn(request), token))
    return true;
  const { method, url = '/' } = request;
  const address = URL.canParse(url, 'http://x') ? new URL(url, 'http://x') : null;
  if (method === 'GET' && address && isSame(address.searchParams.get('token') ?? undefined, token)) {
    const cookie = `${cookieName(request)}=${token}; Path=/; HttpOnly; SameSite=Lax`;
    response
      .writeHead(303, { location: withoutToken(address), 'set-cookie': cookie, 'cache-control': 'no-store' })
      .end();
    return false;
  }
  response.setHeader('www-authenticate', 'Bearer realm="Hatch Count"');
  refuse(response, {
    status: 401,
    title: 'A token is asked for',
    detail: 'This server asks for its token.',
    mend: 'Open the address that the server printed when it started, or send the token as "Authorization: Bearer".',
  });
  return false;
}
