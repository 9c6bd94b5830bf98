import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byId } from '../../by-id.js';
import { axis, LEVELS, tableOf } from '../axes.fixtures.js';
import { assessmentOfTable, read } from '../read.js';

describe('what is shown of a measure', () => {
  it('never contradicts its estimate or the test it stands beside', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...LEVELS),
        fc.constantFrom(...LEVELS),
        fc.array(fc.array(fc.integer({ min: 0, max: 25 }), { minLength: 3, maxLength: 3 }), {
          minLength: 2,
          maxLength: 4,
        }),
        (rowLevel, columnLevel, cells) => {
          const codes = (n: number) => Array.from({ length: n }, (_, k) => String(k + 1));
          const table = tableOf(
            axis('answer', rowLevel, codes(cells.length)),
            axis('grouping', columnLevel, codes(3)),
            cells,
          );
          const result = table.base > 0 ? assessmentOfTable(table, 0.95) : null;
          if (!result?.cells) return;
          const answers = read(table, result, 0.95);
          const lead = byId(answers, 'association')!.tests[0]!;
          const p = result.tests[lead.id as 'pearson']!.p;
          const [first] = byId(answers, 'strength')!.measures;
          if (first!.lower === null || first!.upper === null) return;
          expect(first!.value).toBeGreaterThanOrEqual(first!.lower - 1e-9);
          expect(first!.value).toBeLessThanOrEqual(first!.upper + 1e-9);
          expect(first!.lower > 0 || first!.upper < 0).toBe(p < 0.05);
        },
      ),
      { numRuns: 300 },
    );
  });
  it('is corrected for bias where that shows, and says so', () => {
    const rows = axis('answer', 'unordered', ['a', 'b', 'c', 'd']);
    const columns = axis('grouping', 'unordered', ['w', 'x', 'y', 'z']);
    const table = tableOf(rows, columns, [
      [3, 2, 2, 3],
      [2, 3, 3, 2],
      [3, 3, 2, 2],
      [2, 2, 3, 3],
    ]);
    const answers = read(table, assessmentOfTable(table, 0.95), 0.95);
    const V = byId(answers, 'strength')!.measures[0]!;
    expect(V.value).toBe(0);
    expect(V.note).toMatch(/^corrected for bias; uncorrected \.1\d/);
  });
});
