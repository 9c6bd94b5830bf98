import { describe, expect, it } from 'vitest';
import { lineageOf } from './lineage.js';

const workings = [
  { variable: 30, of: [20, 2] },
  { variable: 20, of: [1] },
  { variable: 40, of: [30, 30] },
  { variable: 50, of: [3] },
];

describe('lineage', () => {
  it('puts what is made under what it is made of', () => {
    const { rows, links } = lineageOf(workings, null);
    expect([...rows].sort((a, b) => a - b)).toEqual([1, 2, 3, 20, 30, 40, 50]);
    for (const { from, to } of links) expect(from).toBeLessThan(to);
    expect(links).toHaveLength(5);
  });

  it('of one variable: all that it stands on, and all that stands on it', () => {
    expect(lineageOf(workings, 20).rows).toEqual([1, 20, 30, 40]);
    expect(lineageOf(workings, 50).rows).toEqual([3, 50]);
    expect(lineageOf(workings, 1).rows).toEqual([1, 20, 30, 40]);
  });
});
