import { total } from '../core/numerics/total.js';
import { describe, expect, it } from 'vitest';
import { ribbons, targetHeightsFor } from './ribbons.js';

describe('ribbons', () => {
  const laid = ribbons({
    oldCodes: [
      { value: 100, target: 0 },
      { value: 25, target: 0 },
      { value: 50, target: null },
      { value: 0, target: 1 },
    ],
    targets: 2,
    oldTops: [0, 40, 80, 120],
    targetTops: [0, 80],
    targetHeights: [80, 80],
    rowHeight: 40,
    left: 0,
    right: 200,
    most: 100,
  });
  it('are as thick as the root of their respondents', () => {
    expect(laid[0]?.start.thickness).toBe(32);
    expect(laid[1]?.start.thickness).toBe(16);
  });
  it('lie beside each other in a target, never over', () => {
    expect(laid[1]!.end.y).toBeGreaterThanOrEqual(laid[0]!.end.y + laid[0]!.end.thickness);
    expect(laid[1]!.end.y + laid[1]!.end.thickness).toBeLessThanOrEqual(80);
  });
  it('have room in their targets, however many go to one, and what is over is shared', () => {
    const oldCodes = [100, 100, 100, 100, 4, 0].map((value, k) => ({ value, target: k < 4 ? 1 : k === 4 ? 0 : null }));
    const heights = targetHeightsFor(oldCodes, 3, { most: 100, rowHeight: 50, least: 50, all: 400 });
    expect(heights[1]).toBeGreaterThanOrEqual(4 * 44);
    expect(total(heights)).toBeCloseTo(400, 9);
    expect(heights[0]).toBe(heights[2]);
    const tight = targetHeightsFor(oldCodes, 3, { most: 100, rowHeight: 50, least: 50, all: 100 });
    expect(tight).toEqual([50, 4 * 44, 50]);
  });
  it('dangle where a code goes nowhere, and can be seen where nobody is', () => {
    expect(laid[2]?.to).toBeNull();
    expect(laid[2]?.path).toMatch(/^M0 /);
    expect(laid[3]?.start.thickness).toBe(1);
    for (const { path } of laid) expect(path).not.toContain('NaN');
  });
});
