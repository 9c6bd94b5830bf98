import type { IncomingMessage } from 'node:http';
import { sessionCookie } from '../api/session-cookie.js';
import type { Service } from '../service/context.js';
import { type SignedIn, signedInBy } from '../service/team/sessions.js';

/** What a secret looks like; anything else is looked up nowhere. */
const SECRET = /^[\w-]{43}$/;

function secretIn({ headers }: IncomingMessage, port: number): string | null {
  const bearer = /^Bearer (\S+)$/.exec(headers.authorization ?? '')?.[1];
  if (bearer !== undefined) return bearer;
  const name = `${sessionCookie(port)}=`;
  const pair = (headers.cookie ?? '').split(/;\s*/).find((candidate) => candidate.startsWith(name));
  return pair?.slice(name.length) ?? null;
}

/** Who makes a request, by the cookie of their browser or the token of their program; null: nobody is signed in. */
export function signedInOf(request: IncomingMessage, { team }: Service, port: number): SignedIn | null {
  if (!team) return null;
  const secret = secretIn(request, port);
  return secret !== null && SECRET.test(secret) ? signedInBy(team, secret) : null;
}
