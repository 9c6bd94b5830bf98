import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import { exactTests, withExact } from './assess-exact.js';

describe('exact tests worked out apart', () => {
  it('are those of the whole, and are put in its place', () => {
    const request = {
      counts: [
        [4, 1, 2],
        [1, 5, 2],
        [0, 2, 6],
      ],
    };
    const whole = assess(request);
    const without = assess({ ...request, exact: { method: 'none' } });
    expect(without.absent.map(({ id }) => id)).toContain('fisher');
    const put = withExact(without, exactTests(request, {}));
    expect(put.tests).toEqual(whole.tests);
    expect(put.absent.map(({ id }) => id)).not.toContain('fisher');
    const told: number[] = [];
    exactTests(request, { method: 'monte-carlo', draws: 600, progress: (share) => told.push(share) });
    expect(told.at(-1)).toBeGreaterThan(0.5);
  });
});
