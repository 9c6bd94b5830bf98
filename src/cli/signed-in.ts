import type { IncomingMessage } from 'node:http';
import { cookieIn } from '../api/cookie-in.js';
import { bearerIn } from './token.js';
import { sessionCookie } from '../api/session-cookie.js';
import type { Service } from '../service/context.js';
import { type SignedIn, signedInBy } from '../service/team/sessions.js';

/** What a secret looks like; anything else is looked up nowhere. */
const SECRET = /^[\w-]{43}$/;

/** Who makes a request, by the cookie of their browser or the token of their program; null: nobody is signed in. */
export function signedInOf(request: IncomingMessage, { team }: Service, port: number): SignedIn | null {
  if (!team) return null;
  const secret = bearerIn(request) ?? cookieIn(request.headers.cookie, sessionCookie(port));
  return secret !== undefined && SECRET.test(secret) ? signedInBy(team, secret) : null;
}
