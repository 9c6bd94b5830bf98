import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import { reduceTable } from '../crosstab.js';
import { fisherInterval } from '../infer/exact/fisher-interval.js';
import { standsOnFisher } from './four-intervals.js';
import { phiScoreInterval } from './phi-score.js';

interface Reference {
  score: { counts: number[][]; phi: number[]; riskDifference: number[] }[];
  exact: { counts: number[][]; phi: number[] }[];
  eta: { counts: number[][]; interval: number[] }[];
  weighted: { counts: number[][]; sums: number[][]; squares: number[][]; V: number[] }[];
}

// Worked out by other routes: bench/oracle/intervals.py.
const reference = JSON.parse(
  readFileSync(new URL('../../../reference/intervals.json', import.meta.url), 'utf8'),
) as Reference;

const table = (counts: number[][]) => reduceTable(counts).table;

const near = (interval: { lower?: number; upper?: number }, [lower, upper]: number[], digits: number) => {
  expect(interval.lower).toBeCloseTo(lower!, digits);
  expect(interval.upper).toBeCloseTo(upper!, digits);
};

const phiAt = (counts: number[][], first: number) => {
  const { R, C, N } = table(counts);
  return (N * first - R[0]! * C[0]!) / Math.sqrt(R[0]! * R[1]! * C[0]! * C[1]!);
};

describe('intervals against other routes', () => {
  it.each(reference.score)('score intervals of $counts', ({ counts, phi, riskDifference }) => {
    near(phiScoreInterval(table(counts), 0.95), phi, 5);
    const { measures } = assess({ counts });
    if (!standsOnFisher(table(counts))) near(measures['risk-difference']!, riskDifference, 6);
  });
  it.each(reference.exact)('the exact interval of $counts', ({ counts, phi }) => {
    const interval = fisherInterval(table(counts), 0.95)!;
    near({ lower: phiAt(counts, interval.lower), upper: phiAt(counts, interval.upper) }, phi, 6);
  });
  it.each(reference.eta)('eta of $counts', ({ counts, interval }) => {
    near(assess({ counts }).measures['eta:columns']!, interval, 8);
  });
  it.each(reference.weighted)('V with weights of $counts', ({ counts, sums, squares, V }) => {
    near(assess({ counts, weights: { sums, squares } }).measures['cramers-v']!, V, 8);
  });
});
