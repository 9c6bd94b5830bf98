import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CodedColumn } from './column.js';
import { arrayCells } from './count.js';
import { countCells } from './count-cells.js';
import { countPlainly } from './count-plainly.js';
import { STRETCH } from './kernel/kernel.js';

/** Respondents of less than a stretch, and of more. */
const lengths = fc.constantFrom(0, 1, 17, 500, STRETCH + 37);

/** A column of so many codes, whose values come from a seed: arrays of fast-check's own would take too long. */
function columnOf(length: number, codes: number, seed: number): CodedColumn {
  let state = seed;
  const next = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return (state >>> 8) % (codes + 1);
  };
  const values = codes < 256 ? new Uint8Array(length) : new Uint16Array(length);
  return { kind: 'coded', values: values.map(next), codes: Array.from({ length: codes }, (_, k) => String(k + 1)) };
}

const areAlike = (a: readonly number[], b: readonly number[]) =>
  a.length === b.length && a.every((value, k) => value === b[k]);

const asked = fc.record({
  length: lengths,
  // Tables of very few cells, of few, of many; codes of one byte and of two.
  rows: fc.array(fc.constantFrom(1, 3, 7, 60, 300), { minLength: 1, maxLength: 3 }),
  groups: fc.constantFrom([], [1], [6], [4, 6], [260], [4, 1, 6]),
  seed: fc.nat(),
  isMasked: fc.boolean(),
  isWeighted: fc.boolean(),
});

describe('counting cells in stretches', () => {
  it('gives what looking at each respondent gives, to the last digit', () => {
    fc.assert(
      fc.property(asked, ({ length, rows, groups, seed, isMasked, isWeighted }) => {
        const columns = [...rows, ...groups].map((codes, k) => columnOf(length, codes, seed + k));
        const [items, across] = [columns.slice(0, rows.length), columns.slice(rows.length)];
        const mask = isMasked ? Uint8Array.from({ length }, (_, k) => ((k * 7 + seed) % 3 === 0 ? 0 : 1)) : null;
        const weight = isWeighted ? Float64Array.from({ length }, (_, k) => 0.1 + ((k * 31 + seed) % 17) / 7) : null;
        const who = { respondents: length, mask, weight };
        const counted = countCells(items, across, who);
        items.forEach((item, k) => {
          const expected = countPlainly([item, ...across], who);
          const { respondents, weights } = arrayCells(counted[k]!);
          expect(areAlike(respondents, expected.respondents)).toBe(true);
          expect(weights === null).toBe(expected.weights === null);
          expect(areAlike(weights?.sums ?? [], expected.weights?.sums ?? [])).toBe(true);
          expect(areAlike(weights?.squares ?? [], expected.weights?.squares ?? [])).toBe(true);
        });
      }),
      { numRuns: 40 },
    );
  });
});
