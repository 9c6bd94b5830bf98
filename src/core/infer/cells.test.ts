import { total } from '../numerics/total.js';
import { describe, expect, it } from 'vitest';
import { reduceTable } from '../crosstab.js';
import { cells } from './cells.js';
import { pearson } from './pearson.js';

const table = (counts: number[][]) => reduceTable(counts).table;

describe('cells', () => {
  const result = cells(
    table([
      [30, 10, 5],
      [10, 30, 15],
      [5, 15, 30],
    ]),
  );
  it('share X² out completely', () => {
    expect(total(result.contribution.flat())).toBeCloseTo(1, 12);
  });
  it('expect the margins', () => {
    expect(result.expected.map((row) => total(row)).map((x) => Math.round(x * 1e9) / 1e9)).toEqual([45, 55, 50]);
  });
  it('adjust every p upwards and never past 1', () => {
    result.p.flat().forEach((p, k) => {
      const adjusted = result.adjustedP.flat()[k] ?? 0;
      expect(adjusted).toBeGreaterThanOrEqual(p);
      expect(adjusted).toBeLessThanOrEqual(1);
    });
  });
  it('give the four cells of a 2 x 2 table one size of adjusted residual, the root of X²', () => {
    const four = table([
      [15, 5],
      [10, 20],
    ]);
    const root = Math.sqrt(pearson(four).statistic ?? 0);
    for (const residual of cells(four).adjustedResidual.flat()) expect(Math.abs(residual)).toBeCloseTo(root, 12);
  });
});
