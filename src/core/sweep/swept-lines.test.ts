import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { listedLines, sortedLines, sweptLines } from './swept-lines.js';
import { sweptGrid } from './swept-grid.js';
import type { SweptTable } from './types.js';

const line = (variable: number, p: number | null, V: number | null): SweptTable => ({
  variable,
  by: [9],
  title: `Variable ${variable}`,
  byTitle: 'Site',
  level: 'unordered',
  n: 100 + variable,
  test: p === null ? null : { id: 'pearson', name: "Pearson's chi-square", text: 'χ²(2) = 1.0', p },
  strength: V === null ? null : { id: 'cramers-v', symbol: 'V', value: V, lower: 0, upper: 1 },
  gamma: null,
  direction: {
    of: 'Yes',
    unit: 'percent',
    decimals: 1,
    all: 30,
    groups: [
      { label: 'A', value: 20 },
      { label: 'B', value: 40 },
      { label: 'C', value: null },
    ],
  },
  note: null,
});

describe('the lines of a sweep', () => {
  it('have their p adjusted over those that are tested, and over no others', () => {
    const lines = sweptLines([line(1, 0.01, 0.2), line(2, null, null), line(3, 0.04, 0.1)], 'bonferroni');
    expect(lines.map(({ adjustedP }) => adjustedP)).toEqual([0.02, null, 0.08]);
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 20 }), (ps) => {
        const own = sweptLines(
          ps.map((p, k) => line(k, p, 0.1)),
          'holm',
        );
        own.forEach(({ adjustedP }, k) => expect(adjustedP).toBeGreaterThanOrEqual(ps[k]!));
      }),
    );
  });

  it('are sorted by strength, by p, by respondents or as they are listed; those without stand behind', () => {
    const lines = sweptLines([line(1, 0.2, 0.1), line(2, null, null), line(3, 0.01, 0.3), line(4, 0.3, 0.1)], 'holm');
    const order = (by: Parameters<typeof sortedLines>[1]) => sortedLines(lines, by).map(({ variable }) => variable);
    expect([order('strength'), order('p'), order('n'), order('list')]).toEqual([
      [3, 1, 4, 2],
      [3, 1, 4, 2],
      [4, 3, 2, 1],
      [1, 2, 3, 4],
    ]);
  });

  it('stand as the list had them again, whatever they were sorted by', () => {
    const by = [[9], [8, 7]];
    const lines = [3, 1, 2].flatMap((variable) =>
      by.map((nest) => ({ ...line(variable, 0.1 * variable, 1 / variable), by: nest, adjustedP: null })),
    );
    const rows = [3, 1, 2].map((variable) => ({ variable }));
    for (const sort of ['n', 'p', 'strength'] as const)
      expect(listedLines(sortedLines(lines, sort), { rows, by })).toEqual(lines);
  });

  it('are written to a file with where they are highest and lowest', () => {
    const [, headings, first] = sweptGrid('By Site', sweptLines([line(1, 0.2, 0.1)], 'holm'));
    const cell = (name: string) => first?.[headings?.indexOf(name) ?? -1];
    expect([cell('highest in'), cell('lowest in'), cell('lowest'), cell('in all')]).toEqual(['B', 'A', 20, 30]);
    expect([cell('p'), cell('adjusted p'), cell('value'), cell('gamma')]).toEqual([0.2, 0.2, 0.1, null]);
  });
});
