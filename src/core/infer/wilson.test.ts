import { describe, expect, it } from 'vitest';
import { wilson } from './wilson.js';

describe('wilson', () => {
  it('gives the interval of 10 in 100 (Newcombe 1998 has method and form)', () => {
    const { lower, upper } = wilson(10, 100, 0.95);
    // (p + z²/2n +- z sqrt(p q/n + z²/4n²)) / (1 + z²/n), by hand.
    expect(lower).toBeCloseTo(0.05522914, 7);
    expect(upper).toBeCloseTo(0.17436566, 7);
  });
  it('stays inside 0 and 1 at the ends', () => {
    expect(wilson(0, 20, 0.95).lower).toBe(0);
    expect(wilson(20, 20, 0.95).upper).toBe(1);
    expect(wilson(0, 20, 0.95).upper).toBeGreaterThan(0);
  });
});
