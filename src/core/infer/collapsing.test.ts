import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import type { TableRequest } from '../assess/requests.js';

const assessed = (counts: number[][], more: Partial<TableRequest> = {}) =>
  assess({ counts, exact: { method: 'none' }, ...more });

function near(actual: number | undefined, expected: number | undefined, where: string) {
  if (actual === undefined || expected === undefined) expect(actual, where).toBe(expected);
  else expect(Math.abs(actual - expected), where).toBeLessThan(1e-9 * Math.max(1, Math.abs(expected)));
}

describe('the collapsing check', () => {
  it('holds the table itself among its groupings, and the own grouping where it says', () => {
    const counts = [
      [20, 12],
      [15, 14],
      [11, 19],
      [9, 22],
      [6, 25],
    ];
    const ordered = { rowLevel: 'ordered' } as const;
    const [whole] = assessed(counts, ordered).collapsing;
    expect(whole?.groupings).toBe(15);
    near(whole?.V.own, assessed(counts).measures['cramers-v']?.value, 'V');
    near(whole?.gamma?.own, assessed(counts).measures.gamma?.value, 'gamma');
    const merged = [
      [35, 26],
      [11, 19],
      [15, 47],
    ];
    const [own] = assessed(counts, { ...ordered, cuts: { rows: [1, 2] } }).collapsing;
    near(own?.V.own, assessed(merged).measures['cramers-v']?.value, 'own V');
    near(own?.p.own, assessed(merged).tests.pearson?.p, 'own p');
    near(own?.gamma?.own, assessed(merged).measures.gamma?.value, 'own gamma');
    expect(own?.dependsOnCut).toBe(false);
  });
  it('with weights stands on the test of Rao and Scott, of every grouping', () => {
    const counts = [
      [20, 12, 9],
      [15, 14, 9],
      [11, 19, 12],
      [9, 22, 17],
    ];
    const scale = (by: (i: number, j: number) => number) => counts.map((row, i) => row.map((n, j) => n * by(i, j)));
    const weights = {
      sums: scale((i, j) => 0.8 + 0.1 * i + 0.05 * j),
      squares: scale((i, j) => 1.1 * (0.8 + 0.1 * i + 0.05 * j) ** 2),
    };
    const request = { weights, rowLevel: 'ordered' as const, cuts: { rows: [1] } };
    const [collapsing] = assessed(counts, request).collapsing;
    expect(collapsing?.groupings).toBe(7);
    const merge = (cells: number[][]) =>
      [
        [0, 1],
        [2, 3],
      ].map((rows) => cells[0]!.map((_, j) => rows.reduce((sum, i) => sum + cells[i]![j]!, 0)));
    const merged = assessed(merge(counts), {
      weights: { sums: merge(weights.sums), squares: merge(weights.squares) },
    });
    near(collapsing?.p.own, merged.tests['rao-scott']?.p, 'own p');
    near(collapsing?.V.own, merged.measures['cramers-v']?.value, 'own V');
    near(collapsing?.gamma?.own, merged.measures.gamma?.value, 'own gamma');
  });
  it('says of a result that hangs on the cut that it does', () => {
    const counts = [
      [30, 30],
      [38, 14],
      [14, 38],
      [30, 30],
    ];
    const [collapsing] = assessed(counts, { rowLevel: 'ordered' }).collapsing;
    expect(collapsing?.dependsOnCut).toBe(true);
    expect(collapsing?.significant).toBeGreaterThan(0);
    expect(collapsing?.significant).toBeLessThan(collapsing?.groupings ?? 0);
  });
});
