import type { AnswerTo, AskedOf, ChangeKey, Key, ProblemBody } from '../../api/types.js';
import { addressOf, type Asked } from './address.js';
import { ProblemError } from './problem.js';
import { nowSeen, nowShown, seenRevision } from './seen.js';
import { refresh, restIsStale, stale, STUDY } from './stale.js';

const NO_ANSWER = {
  detail: 'The server does not answer.',
  mend: 'See that Hatch Count is still running, then try again. What you typed is kept.',
  place: {},
};

/** Sends a request. @throws ProblemError where it is refused, or does not arrive */
async function send(key: Key, asked: Asked, headers: Record<string, string>, signal?: AbortSignal): Promise<Response> {
  const { method, address } = addressOf(key, asked);
  const { body, file } = asked;
  let response: Response;
  try {
    response = await fetch(address, {
      method,
      // What is let go of is let go of, though the page goes too.
      keepalive: method === 'DELETE',
      headers: { ...headers, ...(body === undefined ? {} : { 'content-type': 'application/json' }) },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      ...(file ? { body: file } : {}),
      ...(signal ? { signal } : {}),
    });
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    throw new ProblemError(NO_ANSWER);
  }
  if (!response.ok) throw new ProblemError((await response.json()) as ProblemBody);
  return response;
}

// The server's own schemas describe what comes back; its tests hold every answer to them.
const answerIn = async (response: Response): Promise<unknown> =>
  response.status === 204 ? undefined : await response.json();

/**
 * Asks the server for something.
 * @throws ProblemError where it is refused
 * @example const studies = await ask('GET /studies', {});
 */
export async function ask<K extends Exclude<Key, ChangeKey>>(
  key: K,
  asked: AskedOf<K>,
  signal?: AbortSignal,
): Promise<AnswerTo<K>> {
  const parts = asked as Asked;
  const response = await send(key, parts, {}, signal);
  const answer = (await answerIn(response)) as AnswerTo<K>;
  if (key === STUDY) {
    const study = String(parts['study']);
    // Somebody else changed it: what stands beside it on the page is of before.
    if (nowShown(study, response)) restIsStale(study);
  }
  return answer;
}

/**
 * Has the server change something. What stands on the page of it is fetched again, and of the study itself it is there
 * when this resolves.
 * @param seen the revision on which the change stands, where that is another than the page shows: that on which an
 *   editor began; null: whatever came since
 * @throws ProblemError where it is refused; `stale` where somebody else changed the same meanwhile
 */
export async function change<K extends ChangeKey>(
  key: K,
  asked: AskedOf<K>,
  seen?: number | null,
): Promise<AnswerTo<K>> {
  const parts = asked as Asked;
  const study = typeof parts['study'] === 'string' ? parts['study'] : null;
  const revision = seen === undefined && study !== null ? seenRevision(study) : (seen ?? null);
  try {
    const response = await send(key, parts, revision === null ? {} : { 'if-match': `"${revision}"` });
    if (study !== null) nowSeen(study, response);
    const answer = (await answerIn(response)) as AnswerTo<K>;
    await stale(parts);
    return answer;
  } catch (error) {
    // What kept it from being done may be something that the page does not show yet.
    if (study !== null) await refresh(study);
    throw error;
  }
}
