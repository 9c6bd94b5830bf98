import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { reduceTable } from '../crosstab.js';
import { countPairs } from './pairs.js';

const counts = fc.tuple(fc.integer({ min: 2, max: 4 }), fc.integer({ min: 2, max: 5 })).chain(([rows, columns]) =>
  fc.array(fc.array(fc.integer({ min: 1, max: 6 }), { minLength: columns, maxLength: columns }), {
    minLength: rows,
    maxLength: rows,
  }),
);

/** Every respondent against every other, one by one. */
function oneByOne(table: number[][]): { P: number; Q: number } {
  const respondents = table.flatMap((row, i) =>
    row.flatMap((n, j) => Array.from({ length: n }, () => [i, j] as const)),
  );
  let [P, Q] = [0, 0];
  for (const [i, j] of respondents) {
    for (const [other, across] of respondents) {
      const sign = Math.sign(i - other) * Math.sign(j - across);
      if (sign > 0) P += 1;
      if (sign < 0) Q += 1;
    }
  }
  return { P, Q };
}

const pairsOf = (table: number[][]) => countPairs(reduceTable(table).table);

describe('pairs of respondents', () => {
  it('are those of every respondent with every other', () => {
    fc.assert(
      fc.property(counts, (table) => {
        const { P, Q } = pairsOf(table);
        expect({ P, Q }).toEqual(oneByOne(table));
      }),
      { numRuns: 60 },
    );
  });

  it('change their sign where the columns are turned round', () => {
    fc.assert(
      fc.property(counts, (table) => {
        const [plain, turned] = [pairsOf(table), pairsOf(table.map((row) => [...row].reverse()))];
        expect([turned.P, turned.Q]).toEqual([plain.Q, plain.P]);
      }),
    );
  });

  it('are the same where the table is turned on its side', () => {
    fc.assert(
      fc.property(counts, (table) => {
        const side = table[0]!.map((_, j) => table.map((row) => row[j]!));
        const [plain, turned] = [pairsOf(table), pairsOf(side)];
        expect([turned.P, turned.Q]).toEqual([plain.P, plain.Q]);
      }),
    );
  });
});
