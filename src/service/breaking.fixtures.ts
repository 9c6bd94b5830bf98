import { createHash } from 'node:crypto';
import { readdirSync } from 'node:fs';
import Database, { type Statement } from 'better-sqlite3';
import { expect } from 'vitest';
import { type Db, openStudyFile } from '../store/open.js';
import { type OpenStudy, type Service, studiesFolder } from './context.js';
import { fingerprint } from './fingerprint.js';

/** A kind of step at which a change can break off: a statement that writes, to whatever file, or a job in a thread. */
export type Step = 'statement' | 'job';

export const STEPS: readonly Step[] = ['statement', 'job'];
const BROKEN = 'injected';

/** Ways in which a statement is run. */
const WAYS = ['run', 'get', 'all'] as const;

type Run = (this: Statement, ...given: unknown[]) => unknown;

/** What all statements have in common; they are prepared once, and run many times. */
function commonToStatements(): Record<(typeof WAYS)[number], Run> {
  const db = new Database(':memory:');
  const common = Object.getPrototypeOf(db.prepare('SELECT 1')) as Record<(typeof WAYS)[number], Run>;
  db.close();
  return common;
}

const statements = commonToStatements();
const ways = { run: statements.run, get: statements.get, all: statements.all };

/** Lets the n-th step of a kind fail while some work is done. Returns whether it got so far. */
async function breaksAt(service: Service, step: Step, n: number, work: () => Promise<unknown>): Promise<boolean> {
  let left = n;
  const fail = () => {
    left -= 1;
    if (left === 0) throw new Error(BROKEN);
  };
  const { run } = service;
  if (step === 'job')
    service.run = (name, job, options) => {
      fail();
      return run(name, job, options);
    };
  else
    for (const way of WAYS)
      statements[way] = function (this: Statement, ...given: unknown[]) {
        if (/^\s*(INSERT|UPDATE|DELETE)/i.test(this.source)) fail();
        return ways[way].apply(this, given);
      };
  try {
    await work();
    return false;
  } catch (error) {
    if (error instanceof Error && error.message.includes(BROKEN)) return true;
    throw error;
  } finally {
    service.run = run;
    Object.assign(statements, ways);
  }
}

/** Steps of a transaction are much alike: of later ones every fourth is enough, and of many fewer still. */
const next = (n: number): number => (n < 6 ? n + 1 : n + Math.max(4, Math.floor(n / 4)));

/**
 * For tests: does some work again and again, broken off at its first step, its second, and so on, until it gets
 * through.
 * @param look what is to hold each time it broke off; it is told where
 * @returns how often it broke off
 */
export async function breakEverywhere(
  service: Service,
  step: Step,
  work: () => Promise<unknown>,
  look: (where: string) => unknown,
): Promise<number> {
  let times = 0;
  for (let n = 1; await breaksAt(service, step, n, work); n = next(n)) {
    times += 1;
    look(`${step} ${n}`);
  }
  return times;
}

/** Files beside the studies that a change which broke off left behind. */
const leftBehind = (service: Service): string[] =>
  readdirSync(studiesFolder(service)).filter((name) => !/\.sqlite(-wal|-shm)?$/.test(name));

/** For tests: a study's fingerprint, short enough to be compared in a message. */
export const stamp = (db: Db): string => createHash('sha256').update(fingerprint(db)).digest('hex').slice(0, 12);

/** For tests: a study is the same for whoever opens its file anew, sound, and nothing is left beside it. Its stamp. */
export function wholeStamp(service: Service, study: OpenStudy, where: string): string {
  expect(leftBehind(service), where).toEqual([]);
  const anew = openStudyFile(study.file);
  const stampAnew = stamp(anew);
  expect(stampAnew, where).toBe(stamp(study.db));
  expect(anew.pragma('integrity_check', { simple: true }), where).toBe('ok');
  anew.close();
  return stampAnew;
}
