import { MessageChannel } from 'node:worker_threads';
import { expect, it } from 'vitest';
import { inTurns, letOthers } from './in-turns.js';

it('gives what the work gives, in order', async () => {
  expect(await inTurns(['a', 'b', 'c'], (letter) => letter + letter)).toEqual(['aa', 'bb', 'cc']);
  expect(await inTurns([], () => 1)).toEqual([]);
});

it('lets others have a turn in the middle of long work', async () => {
  let others = 0;
  const other = setImmediate(() => others++);
  const seen = await inTurns([1, 2, 3, 4], () => {
    const end = performance.now() + 10;
    while (performance.now() < end);
    return others;
  });
  clearImmediate(other);
  expect(seen[0]).toBe(0);
  expect(seen.at(-1)).toBe(1);
});

it('looks at what has come in while it worked', async () => {
  const { port1, port2 } = new MessageChannel();
  let came = false;
  port2.on('message', () => (came = true));
  port1.postMessage('hello');
  await letOthers();
  port1.close();
  expect(came).toBe(true);
});

it('ends with what the work throws', async () => {
  const broken = inTurns([1], () => {
    throw new Error('broken');
  });
  await expect(broken).rejects.toThrow('broken');
});
