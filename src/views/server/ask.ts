import type { AnswerTo, AskedOf, ChangeKey, FileKey, Key, ProblemBody } from '../../api/types.js';
import { addressOf, type Asked } from './address.js';
import { newKey } from './new-key.js';
import { NoAnswer, ProblemError, problemText } from './problem.js';
import { nowSeen, nowShown, revisionIn, seenRevision } from './seen.js';
import { refresh, restIsStale, stale, STUDY } from './stale.js';
import {
  allUnsent,
  forgetUnsent,
  hasWaiting,
  isKeptUntilSent,
  keepUnsent,
  keepWaiting,
  setOnItsWay,
  standOn,
  type Unsent,
  waitingUnsent,
} from './unsent.js';

const NO_ANSWER = {
  detail: 'The server does not answer.',
  mend: 'See that Hatch Count is still running, then try again.',
  place: {},
};

const UNSENT = {
  detail: 'The server does not answer.',
  mend: 'What you did is kept in this browser, and is sent when the server answers again.',
  place: {},
};

/** What is wrong, as the server tells it; what stands between may answer in its own way. */
async function problemIn(response: Response): Promise<ProblemError> {
  const isProblem = (response.headers.get('content-type') ?? '').includes('json');
  if (isProblem) return new ProblemError((await response.json()) as ProblemBody);
  return new NoAnswer({ ...NO_ANSWER, detail: `The server gave no usable answer (${response.status}).` });
}

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
    throw new NoAnswer(NO_ANSWER);
  }
  if (!response.ok) throw await problemIn(response);
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
 * Asks the server for a file.
 * @returns its bytes, and the name that the server gives it
 * @throws ProblemError where it is refused
 */
export async function askFile<K extends FileKey>(
  key: K,
  asked: AskedOf<K>,
  signal: AbortSignal,
): Promise<{ blob: Blob; name: string }> {
  const response = await send(key, asked, {}, signal);
  const name = /filename="([^"]+)"/.exec(response.headers.get('content-disposition') ?? '')?.[1];
  return { blob: await response.blob(), name: name ?? 'file' };
}

/** Sends a change under its id, and takes over what came of it. @throws ProblemError where it is refused */
async function sendChange({ id, key, asked, revision }: Omit<Unsent, 'at' | 'refused'>): Promise<unknown> {
  const study = typeof asked['study'] === 'string' ? asked['study'] : null;
  const seen: Record<string, string> = revision === null ? {} : { 'if-match': `"${revision}"` };
  const response = await send(key as Key, asked, { ...seen, 'idempotency-key': `"${id}"` });
  if (study !== null) {
    nowSeen(study, response);
    const now = revisionIn(response);
    if (Number.isFinite(now)) standOn(study, now);
  }
  return answerIn(response);
}

/** Whether a change may still be made when it is sent again: the server did not answer, or is busy. */
const canComeLater = (error: unknown) => error instanceof NoAnswer || (error instanceof ProblemError && error.busy);

/** It was made when it was first sent; the answer was lost with the server. */
const wasMade = (error: unknown) =>
  error instanceof ProblemError && error.status === 409 && error.place.field === 'idempotency-key';

/** What was answered to changes that stood behind others, for those on this page who wait for it. */
const awaited = new Map<string, unknown>();
let sending: Promise<void> | null = null;

/** @returns whether the next one can be sent */
async function sendNext(item: Unsent): Promise<boolean> {
  setOnItsWay(item.id);
  try {
    const answer = await sendChange(item);
    if (awaited.has(item.id)) awaited.set(item.id, answer);
  } catch (error) {
    if (!wasMade(error)) {
      keepWaiting(item.id, canComeLater(error) ? null : problemText(error));
      return false;
    }
  }
  forgetUnsent(item.id);
  await stale(item.asked);
  return true;
}

async function sendAll(): Promise<void> {
  // What was refused waits for a decision, and what was done after it waits behind it.
  for (let [next] = waitingUnsent(); next && !next.refused; [next] = waitingUnsent())
    if (!(await sendNext(next))) return;
}

/** Sends what is not sent yet, in order, as far as the server takes it. */
export function sendUnsent(): Promise<void> {
  sending ??= sendAll().finally(() => (sending = null));
  return sending;
}

/** Sends a change that is kept until the server has it; behind those that wait already. */
async function sendKept(item: Unsent, study: string): Promise<unknown> {
  const isBehind = hasWaiting(study);
  keepUnsent(item);
  if (isBehind) {
    keepWaiting(item.id);
    awaited.set(item.id, undefined);
    await sendUnsent();
    const answer = awaited.get(item.id);
    awaited.delete(item.id);
    if (allUnsent().some(({ id }) => id === item.id)) throw new NoAnswer(UNSENT);
    return answer;
  }
  try {
    const answer = await sendChange(item);
    forgetUnsent(item.id);
    return answer;
  } catch (error) {
    if (!canComeLater(error)) {
      forgetUnsent(item.id);
      throw error;
    }
    keepWaiting(item.id);
    throw new NoAnswer(UNSENT);
  }
}

/**
 * Has the server change something. What stands on the page of it is fetched again, and of the study itself it is there
 * when this resolves. What is done to what is in a study is kept in this browser until the server has it, and made once
 * however often it is sent.
 * @param seen the revision on which the change stands, where that is another than the page shows: that on which an
 *   editor began; null: whatever came since
 * @throws ProblemError where it is refused; `stale` where somebody else changed the same meanwhile; `NoAnswer` where it
 *   could not be sent
 */
export async function change<K extends ChangeKey>(
  key: K,
  asked: AskedOf<K>,
  seen?: number | null,
): Promise<AnswerTo<K>> {
  const parts = asked as Asked;
  const study = typeof parts['study'] === 'string' ? parts['study'] : null;
  const revision = seen === undefined && study !== null ? seenRevision(study) : (seen ?? null);
  const item: Unsent = {
    id: newKey(),
    key,
    asked: { ...parts },
    revision: revision !== null && Number.isFinite(revision) ? revision : null,
    at: Date.now(),
    refused: null,
  };
  try {
    const isKept = study !== null && !parts.file && isKeptUntilSent(key);
    const answer = (await (isKept ? sendKept(item, study) : sendChange(item))) as AnswerTo<K>;
    await stale(parts);
    return answer;
  } catch (error) {
    // What kept it from being done may be something that the page does not show yet.
    if (study !== null && !(error instanceof NoAnswer)) await refresh(study);
    throw error;
  }
}
