import { join } from 'node:path';
import { Fault } from '../core/fault.js';
import type { Db } from '../store/open.js';
import { findRequest, forgetOldRequests, keepRequest, openRequests } from '../store/requests.js';
import { askedBy, type RequestKey, whoAsks } from './asking.js';
import type { Service } from './context.js';
import { openStudy } from './open-study.js';

/** A change that is asked for under a key, so that it is made once however often it is sent. */
export interface AskedOnce extends RequestKey {
  /** The study that it changes; null: none, or as a whole. */
  study: string | null;
}

/** Work under way, by key: who sends it again meanwhile waits for the same answer. */
const underWay = new WeakMap<Service, Map<string, Promise<unknown>>>();
const stores = new WeakMap<Service, Db>();

/** Where requests that change no study, or a study as a whole, are remembered. */
function requestsOfStore(service: Service): Db {
  const open = stores.get(service);
  if (open?.open) return open;
  const db = openRequests(join(service.folder, 'requests.sqlite'));
  stores.set(service, db);
  service.closing.push(() => db.close());
  return db;
}

const dbFor = (service: Service, study: string | null): Db =>
  study === null ? requestsOfStore(service) : openStudy(service, study).db;

/** What was answered to the same request before; null: it is new. @throws Fault where the key was used for another */
function answeredBefore(service: Service, { key, fingerprint, study }: AskedOnce): { answer: unknown } | null {
  const row = findRequest(dbFor(service, study), key);
  if (!row) return null;
  const place = { field: 'idempotency-key' };
  if (row.fingerprint !== fingerprint) {
    const mend = 'Give every request a key of its own.';
    throw new Fault('unsupported', 'This key was used for another request.', mend, place);
  }
  if (row.answer === null) {
    const mend = 'Look at the study as it is now: it is in there.';
    throw new Fault('conflict', 'This was done already; what was answered is not known any more.', mend, place);
  }
  return { answer: JSON.parse(row.answer) as unknown };
}

/**
 * Does some work once: where it was done under the same key before, its answer is given again. That it was done is
 * written down in the transaction that does it.
 * @returns what the work gives, as JSON gives it back
 * @throws what the work throws, and then it can be sent again; Fault where the key is another request's
 */
export async function once<T>(service: Service, asked: AskedOnce, work: () => Promise<T>): Promise<T> {
  const { key, fingerprint, study } = asked;
  const running = underWay.get(service) ?? new Map<string, Promise<unknown>>();
  underWay.set(service, running);
  const place = `${study ?? ''} ${key} ${fingerprint}`;
  const doIt = async (): Promise<T> => {
    const before = answeredBefore(service, asked);
    if (before) return before.answer as T;
    const result = await askedBy({ ...whoAsks(), request: { key, fingerprint } }, work);
    const db = dbFor(service, study);
    keepRequest(db, key, { fingerprint, answer: JSON.stringify(result ?? null) });
    forgetOldRequests(db);
    return result;
  };
  const same = running.get(place) as Promise<T> | undefined;
  if (same) return same;
  const doing = doIt().finally(() => running.delete(place));
  running.set(place, doing);
  return doing;
}
