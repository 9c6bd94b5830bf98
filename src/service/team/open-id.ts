import * as client from 'openid-client';
import { LRUCache } from 'lru-cache';
import { Fault } from '../../core/fault.js';
import { openInvitations } from '../../store/team/invitations.js';
import {
  insertPerson,
  personByEmail,
  personById,
  personBySubject,
  type PersonRow,
  setSubject,
} from '../../store/team/people.js';
import { takeUp } from './invitations.js';
import type { OpenIdSettings } from './open-id-settings.js';
import type { Team } from './team.js';

const MINUTES = 10;

/** A sign-in that was begun, by the state that comes back with it. */
interface Begun {
  verifier: string;
  nonce: string;
  /** The page that was asked for. */
  then: string;
}

const begun = new LRUCache<string, Begun>({ max: 5000, ttl: MINUTES * 60_000 });
const known = new WeakMap<OpenIdSettings, Promise<client.Configuration>>();

const isHere = (address: string) => ['127.0.0.1', 'localhost', '[::1]'].includes(new URL(address).hostname);

/** What the office's sign-in says of itself, asked once. @throws Fault where it does not answer */
async function configuration(settings: OpenIdSettings): Promise<client.Configuration> {
  const { issuer, clientId, clientSecret } = settings;
  // Only on the machine itself is it asked without TLS. The package marks what lets it so that it is not overlooked.
  // eslint-disable-next-line @typescript-eslint/no-deprecated
  const options = isHere(issuer) ? { execute: [client.allowInsecureRequests] } : {};
  const asked = known.get(settings) ?? client.discovery(new URL(issuer), clientId, clientSecret, undefined, options);
  known.set(settings, asked);
  try {
    return await asked;
  } catch {
    known.delete(settings);
    throw new Fault('busy', `${settings.name} does not answer.`, 'Try again, or sign in with your password.');
  }
}

function settingsOf({ openId }: Team): OpenIdSettings {
  if (openId) return openId;
  throw new Fault('not-found', 'There is no sign-in of an office here.', 'Sign in with your password.');
}

/**
 * Begins a sign-in at the office's own.
 * @param back the address to which it sends the browser back
 * @param then the page that was asked for
 * @returns where the browser goes, and the state that it keeps, without which nobody comes in by what comes back
 */
export async function beginOpenId(team: Team, back: string, then: string): Promise<{ to: string; state: string }> {
  const settings = settingsOf(team);
  const config = await configuration(settings);
  const [verifier, state, nonce] = [client.randomPKCECodeVerifier(), client.randomState(), client.randomNonce()];
  begun.set(state, { verifier, nonce, then });
  const to = client.buildAuthorizationUrl(config, {
    redirect_uri: back,
    scope: 'openid email profile',
    code_challenge: await client.calculatePKCECodeChallenge(verifier),
    code_challenge_method: 'S256',
    state,
    nonce,
  });
  return { to: to.href, state };
}

/** What the office's sign-in says of somebody. */
interface Claims {
  subject: string;
  email: string;
  name: string;
  isVerified: boolean;
}

const notInvited = (email: string) =>
  new Fault(
    'forbidden',
    `${email === '' ? 'You are' : `${email} is`} not invited here.`,
    'Ask who administers this server for an invitation.',
  );

/** Somebody who comes by the office's sign-in for the first time. @throws Fault where they may not */
function letIn(team: Team, settings: OpenIdSettings, { subject, email, name, isVerified }: Claims): number {
  const { db } = team;
  // An address that nobody has looked at could be anybody's.
  if (email === '' || !isVerified) throw notInvited(email);
  const here = personByEmail(db, email);
  if (here) {
    setSubject(db, here.id, subject);
    return here.id;
  }
  const invitation = openInvitations(db).find((open) => open.email.toLowerCase() === email.toLowerCase());
  const isAdmitted = settings.admits.some((end) => email.toLowerCase().endsWith(`@${end.toLowerCase()}`));
  if (!invitation && !isAdmitted) throw notInvited(email);
  const administrator = invitation?.administrator ?? false;
  const person = insertPerson(db, { name, email, administrator }, { password: null, subject });
  if (invitation) takeUp(team, invitation, person);
  return person;
}

/**
 * Ends a sign-in at the office's own.
 * @param address the whole address to which the browser was sent back
 * @param state what the browser kept
 * @returns who it is, and the page that was asked for
 * @throws Fault where it was not begun by this browser, was used, is not right, or the person may not come in
 */
export async function endOpenId(team: Team, address: URL, state: string): Promise<{ person: PersonRow; then: string }> {
  const settings = settingsOf(team);
  const sign = begun.get(state);
  begun.delete(state);
  const wrong = new Fault(
    'signed-out',
    'That sign-in cannot be used.',
    'Begin it again from the page on which one signs in.',
  );
  if (!sign || address.searchParams.get('state') !== state) throw wrong;
  const config = await configuration(settings);
  const tokens = await client
    .authorizationCodeGrant(config, address, {
      pkceCodeVerifier: sign.verifier,
      expectedState: state,
      expectedNonce: sign.nonce,
      idTokenExpected: true,
    })
    .catch(() => {
      throw wrong;
    });
  const claims = tokens.claims();
  if (!claims) throw wrong;
  // What the token leaves out, the office's sign-in says when it is asked.
  const more =
    typeof claims['email'] === 'string'
      ? claims
      : await client.fetchUserInfo(config, tokens.access_token, claims.sub).catch(() => claims);
  const email = typeof more['email'] === 'string' ? more['email'] : '';
  const given = {
    subject: `${settings.issuer} ${claims.sub}`,
    email,
    name: (typeof more['name'] === 'string' && more['name'] !== '' ? more['name'] : email).slice(0, 120),
    isVerified: more['email_verified'] === true,
  };
  const id = team.db
    .transaction(() => personBySubject(team.db, given.subject)?.id ?? letIn(team, settings, given))
    .immediate();
  const person = personById(team.db, id);
  if (!person || person.shutOut) throw notInvited(email);
  return { person, then: sign.then };
}
