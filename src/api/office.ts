import { Fault } from '../core/fault.js';
import { audit } from '../service/team/audit.js';
import { beginOpenId, endOpenId } from '../service/team/open-id.js';
import { startSession } from '../service/team/sessions.js';
import { teamOf } from '../service/team/team.js';
import { cookieIn } from './cookie-in.js';
import { pageWithin } from './page-within.js';
import { cookieWith } from './session-cookie.js';

const STATE = 'hatch-count-sign-in';
const SECONDS = 600;

const goTo = (location: string, cookies: readonly string[] = []) => {
  const headers = new Headers({ location, 'cache-control': 'no-store' });
  for (const cookie of cookies) headers.append('set-cookie', cookie);
  return new Response(null, { status: 303, headers });
};

/** The address at which this server is asked, as the browser sees it. */
function ownAddress(request: Request, { place }: App.Locals): URL {
  const url = new URL(request.url);
  url.protocol = place.secure ? 'https:' : 'http:';
  url.host = request.headers.get('host') ?? url.host;
  return url;
}

/** Back to where one signs in, with why it did not come to it. */
function refused(error: unknown, locals: App.Locals): Response {
  if (!(error instanceof Fault)) locals.service.log.error({ err: error }, 'a sign-in failed');
  const words = error instanceof Fault ? `${error.message} ${error.mend}` : 'The sign-in failed. Try again.';
  return goTo(`/sign-in?refused=${encodeURIComponent(words)}`);
}

/** Sends a browser to the office's own sign-in. */
export async function beginAtOffice(request: Request, locals: App.Locals): Promise<Response> {
  try {
    const own = ownAddress(request, locals);
    const then = pageWithin(own.searchParams.get('then'));
    const { to, state } = await beginOpenId(teamOf(locals.service), `${own.origin}/sign-in/return`, then);
    const secure = locals.place.secure ? '; Secure' : '';
    return goTo(to, [`${STATE}=${state}; Path=/sign-in; Max-Age=${SECONDS}; HttpOnly; SameSite=Lax${secure}`]);
  } catch (error) {
    return refused(error, locals);
  }
}

/** Takes a browser back from the office's own sign-in, which it must have begun itself. */
export async function backFromOffice(request: Request, locals: App.Locals): Promise<Response> {
  const { service, address, place } = locals;
  const state = cookieIn(request.headers.get('cookie'), STATE) ?? '';
  const act = { act: 'signInAtOffice', study: null, place: '/sign-in/return', address };
  try {
    const { person, then } = await endOpenId(teamOf(service), ownAddress(request, locals), state);
    const secret = startSession(teamOf(service), person.id, request.headers.get('user-agent') ?? '', address);
    audit(service, { ...act, who: { person }, outcome: 'done' });
    return goTo(then, [cookieWith(secret, place), `${STATE}=; Path=/sign-in; Max-Age=0`]);
  } catch (error) {
    audit(service, { ...act, who: null, outcome: 'refused' });
    return refused(error, locals);
  }
}
