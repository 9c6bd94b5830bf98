import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, describe, expect, it } from 'vitest';
import { faultOf, WORKER } from '../test-study.js';
import type { Home } from './helper.js';
import { lane, type Lane } from './lane.js';
import type { JobLimits } from './limits.js';

const folder = mkdtempSync(join(tmpdir(), 'hatch-lane-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A helper that does what it is told: answers, tells, works without end, or falls over. */
const HELPER = join(folder, 'helper.mjs');
writeFileSync(
  HELPER,
  `import { parentPort } from 'node:worker_threads';
   const port = parentPort ?? process;
   const post = (message) => (parentPort ? parentPort.postMessage(message) : process.send(message));
   port.on('message', ({ id, name, job }) => {
     if (name === 'spin') for (;;);
     if (name === 'fall') process.exit(3);
     if (name === 'never') return;
     if (name === 'tell') post({ id, tell: { share: 0.5, rows: 7 } });
     if (name === 'fail') return post({ id, defect: { message: 'it failed', stack: undefined } });
     setTimeout(() => post({ id, answer: job }), name === 'slow' ? job : 0);
   });
   if (!parentPort) process.on('disconnect', () => process.exit(0));`,
);

const open: Lane[] = [];
const laneOf = (home: Home, most = 1, file = HELPER) => {
  const made = lane(file, home, most);
  open.push(made);
  return made;
};
afterEach(async () => {
  await Promise.all(open.splice(0).map(({ close }) => close()));
});

const limits: JobLimits = { lane: 'look', words: 'The look', seconds: 20, memory: 500 };
const asked = (name: string, job: unknown = null, more: Partial<JobLimits> = {}, asker = 'Ann') => ({
  name,
  job,
  asker,
  limits: { ...limits, ...more },
});

describe.each<Home>(['thread', 'process'])('a lane of helpers, each a %s', (home) => {
  it('does jobs, and tells how far they are', async () => {
    const told: [number, number][] = [];
    const { run } = laneOf(home);
    expect(await run(asked('echo', { a: 1 }))).toEqual({ a: 1 });
    await run({ ...asked('tell'), tell: (share, rows) => told.push([share, rows]) });
    expect(told).toEqual([[0.5, 7]]);
    await expect(run(asked('fail'))).rejects.toThrow('it failed');
  });

  it('ends what takes too long, says so, and does the next', async () => {
    const { run } = laneOf(home);
    const late = faultOf(run(asked('spin', { file: 'odd.parquet' }, { seconds: 0.5 })));
    const next = run(asked('echo', 'next'));
    expect(await late).toMatchObject({ kind: 'too-large', place: { file: 'odd.parquet' } });
    expect((await late).message).toBe('The look took more than 0.5 seconds and was ended.');
    expect(await next).toBe('next');
  });

  it('ends what nobody wants any more, under way or waiting', async () => {
    const { run } = laneOf(home);
    const stop = new AbortController();
    const all = Promise.allSettled(['spin', 'echo'].map((name) => run({ ...asked(name), signal: stop.signal })));
    stop.abort();
    for (const ended of await all) expect(String((ended as PromiseRejectedResult).reason)).toContain('aborted');
    expect(await run(asked('echo', 'next'))).toBe('next');
  });

  it('lives on where a helper falls over', async () => {
    const { run } = laneOf(home);
    await expect(run(asked('fall'))).rejects.toThrow('ended with');
    expect(await run(asked('echo', 'next'))).toBe('next');
  });

  it('has all helpers let go of something, also one that is busy', async () => {
    const { run, tellAll } = laneOf(home);
    await run(asked('echo'));
    await tellAll('forget', {});
    const busy = faultOf(run(asked('spin')));
    await tellAll('forget', {});
    expect((await busy).kind).toBe('busy');
  }, 20_000);

  it('closes at once, whatever it does', async () => {
    const { run, close } = laneOf(home);
    const spinning = faultOf(run(asked('spin')));
    const waiting = faultOf(run(asked('echo')));
    await close();
    expect([(await spinning).kind, (await waiting).kind]).toEqual(['busy', 'busy']);
    expect((await faultOf(run(asked('echo')))).kind).toBe('busy');
  });
});

describe('a lane', () => {
  it('has helpers that are there before anybody asks', async () => {
    const made = lane(HELPER, 'thread', 1, 1);
    open.push(made);
    made.warm();
    expect(await made.run(asked('echo', 'warm'))).toBe('warm');
  });

  it('is shared by those who ask, and refuses what is past measure', async () => {
    const { run } = laneOf('thread');
    const order: string[] = [];
    const ask = (asker: string, word: string) => run(asked('slow', 5, {}, asker)).then(() => order.push(word));
    const all = [ask('Ann', 'a1'), ask('Ann', 'a2'), ask('Ann', 'a3'), ask('Ben', 'b1')];
    await Promise.all(all);
    expect(order).toEqual(['a1', 'b1', 'a2', 'a3']);
    const many = Array.from({ length: 300 }, () => run(asked('echo', 1)).catch((error: unknown) => error));
    const refused = (await Promise.all(many)).filter((answer) => answer !== 1);
    expect(refused).toHaveLength(43);
    expect(refused[0]).toMatchObject({ kind: 'busy' });
  });

  it('lets a short job go on for a while though its asker has gone', async () => {
    const { run } = laneOf('thread');
    const stop = new AbortController();
    const short = run({ ...asked('slow', 50, { grace: 5 }), signal: stop.signal });
    stop.abort();
    await expect(short).rejects.toThrow('aborted');
    expect(await run(asked('echo', 'same helper'))).toBe('same helper');
  });

  it('gives time anew to what makes headway', async () => {
    const { run } = laneOf('thread');
    const stalled = await faultOf(run(asked('never', null, { seconds: 0.3, stalls: true })));
    expect(stalled.message).toBe('The look made no headway for 0.3 seconds and was ended.');
  });

  it('ends a process that takes more memory than it may', async () => {
    const { run } = laneOf('process', 1, WORKER);
    const path = join(folder, 'big.csv');
    writeFileSync(path, `a,b\n${'1,2\n'.repeat(2_000_000)}`);
    const file = { path, name: 'big.csv', gzip: false };
    const written = { encoding: 'utf-8', separator: ',', quote: '"', decimal: '.', heading: true, short: 'aside' };
    const job = { file, layout: { is: 'delimited', ...written }, isFound: true, plain: [], into: join(folder, 'part') };
    const fault = await faultOf(run(asked('readIn', job, { memory: 20 })));
    expect(fault).toMatchObject({ kind: 'too-large', place: { file: 'big.csv' } });
    expect(fault.message).toBe('The look took more than 20 MB of memory and was ended.');
  });
});
