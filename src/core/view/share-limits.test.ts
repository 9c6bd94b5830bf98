import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { criticalZ } from '../numerics/distributions.js';
import { people, type Respondent, tableOf, weighing } from '../table/survey.fixtures.js';
import { shareLimits } from './share-limits.js';

/** Whoever is in the first group, with their answer and their weight; all of both where `group` is null. */
const inTable = (all: readonly Respondent[]) => all.filter(({ answer, group }) => answer > 0 && group > 0);

/** The variance of a share by residuals of respondents, each an independent unit (Särndal and others 1992). */
function varianceOf(all: readonly Respondent[], answer: number, group: number): number {
  const everybody = inTable(all);
  const inGroup = everybody.filter((person) => person.group === group);
  const sum = inGroup.reduce((weight, person) => weight + person.weight, 0);
  const p = inGroup.reduce((part, person) => part + (person.answer === answer ? person.weight : 0), 0) / sum;
  const residuals = everybody.map((person) =>
    person.group === group ? (person.weight * ((person.answer === answer ? 1 : 0) - p)) / sum : 0,
  );
  const n = everybody.length;
  return (n / (n - 1)) * residuals.reduce((squares, residual) => squares + residual ** 2, 0);
}

/** The ends of a share's score interval as what they are: where the share is z standard errors away. */
const isEnd = (end: number, p: number, base: number, z: number) =>
  Math.abs((p - end) ** 2 - (z ** 2 * end * (1 - end)) / base) < 1e-9;

describe('the limits of a share', () => {
  it('are those at which it is as far away as chance takes it', () => {
    fc.assert(
      fc.property(people, (all) => {
        const table = tableOf(all, {});
        const z = criticalZ(0.9);
        table.cells.forEach((line, i) =>
          line.forEach((count, j) => {
            const base = table.columnBases[j] ?? 0;
            const limits = shareLimits(table, i, j, 0.9);
            if (!limits) {
              expect(base).toBe(0);
              return;
            }
            const { lower, upper } = limits;
            expect(isEnd(lower, count / base, base, z) && isEnd(upper, count / base, base, z)).toBe(true);
            expect(lower <= count / base && count / base <= upper).toBe(true);
          }),
        );
      }),
    );
  });

  it('stand with weights on the variance that respondents have one by one', () => {
    fc.assert(
      fc.property(people, (all) => {
        const table = tableOf(all, { weight: weighing });
        const { sums, squares } = table.weighted!;
        const isUneven = new Set(inTable(all).map(({ weight }) => weight)).size > 1;
        if (!isUneven) return;
        sums.cells.forEach((line, i) =>
          line.forEach((sum, j) => {
            const base = sums.columnBases[j] ?? 0;
            if (base === 0) return;
            const p = sum / base;
            const { lower, upper } = shareLimits(table, i, j, 0.95)!;
            const variance = varianceOf(all, i + 1, j + 1);
            const alike = variance > 0 ? (p * (1 - p)) / variance : base ** 2 / (squares.columnBases[j] ?? 0);
            const z = criticalZ(0.95);
            expect(isEnd(lower, p, alike, z) && isEnd(upper, p, alike, z)).toBe(true);
          }),
        );
      }),
    );
  });
});
