import { describe, expect, it } from 'vitest';
import { watchLoopDelay } from './loop-delay.js';

describe('the delay of the server’s own thread', () => {
  it('is that of what ran in it', async () => {
    const { now, stop } = watchLoopDelay();
    expect(now()).toEqual({ p99: 0, most: 0 });
    await new Promise((resolve) => setTimeout(resolve, 60));
    // Something that keeps the thread busy.
    const until = performance.now() + 150;
    while (performance.now() < until);
    await new Promise((resolve) => setTimeout(resolve, 60));
    expect(now().most).toBeGreaterThan(100);
    stop();
  });
});
