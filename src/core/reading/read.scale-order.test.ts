import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byId } from '../by-id.js';
import { arrange } from '../table/order.js';
import { inScaleOrder } from '../table/scale-order.js';
import type { Table } from '../table/table.js';
import { axis, LEVELS, tableOf } from './axes.fixtures.js';
import { lettersOf } from './letters.js';
import { marksOf } from './marks.js';
import { assessmentOfTable, read } from './read.js';
import { workedExamplesOfTable } from './worked-examples/worked-examples-of.js';

const shuffled = (n: number) => fc.shuffledSubarray([...Array(n).keys()], { minLength: n, maxLength: n });

describe('order is for the eye', () => {
  it('changes no statistic, no word of the reading, no mark and no letter but where they stand', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...LEVELS),
        fc.constantFrom(...LEVELS),
        fc.integer({ min: 2, max: 4 }).chain((r) =>
          fc.integer({ min: 2, max: 4 }).chain((c) =>
            fc.tuple(
              fc.array(fc.array(fc.integer({ min: 0, max: 30 }), { minLength: c, maxLength: c }), {
                minLength: r,
                maxLength: r,
              }),
              shuffled(r),
              shuffled(c),
            ),
          ),
        ),
        (rowLevel, columnLevel, [cells, rows, columns]) => {
          const codes = (n: number) => Array.from({ length: n }, (_, k) => String(n - k));
          const plain = tableOf(
            axis('answer', rowLevel, codes(cells.length)),
            axis('grouping', columnLevel, codes(cells[0]!.length)),
            cells,
          );
          if (plain.base === 0) return;
          const shown = arrange(plain, { rows, columns });
          const [assessment, other] = [assessmentOfTable(plain, 0.95), assessmentOfTable(shown, 0.95)];
          expect(other).toEqual(assessment);
          expect(read(shown, other, 0.95)).toEqual(read(plain, assessment, 0.95));
          const marks = marksOf(plain, assessment);
          expect(marksOf(shown, other)).toEqual(marks && rows.map((i) => columns.map((j) => marks[i]![j])));
          const letters = lettersOf(plain, assessment);
          const turned = lettersOf(shown, other);
          // Letters follow the columns as they stand; what they point at is the same.
          const above = (given: typeof letters, table: Table) =>
            given &&
            new Set(
              given.above.flatMap((row, i) =>
                row.flatMap((text, j) =>
                  text
                    .split(' ')
                    .filter(Boolean)
                    .map((letter) =>
                      [
                        table.rows.categories[i]!.code,
                        table.columns!.categories[j]!.code,
                        table.columns!.categories[given.columns.indexOf(letter)]!.code,
                      ].join('>'),
                    ),
                ),
              ),
            );
          expect(above(turned, shown)).toEqual(above(letters, plain));
          if (assessment?.measures.gamma)
            expect(workedExamplesOfTable(shown, other, 0.95)?.of('gamma')?.result).toBeCloseTo(
              assessment.measures.gamma.value,
              9,
            );
        },
      ),
      { numRuns: 60 },
    );
  });

  it('gives the r of the column to a flag of 1 and 0 that lists Yes first', () => {
    const flag = (name: string) => axis(name, 'unordered', ['1', '0'], ['Yes', 'No']);
    const site = axis('site', 'unordered', ['1', '2'], ['North', 'South']);
    // 40 of 50 in South say yes (1), 10 of 50 in North: r of the codes is .6.
    const table = tableOf(flag('renews'), site, [
      [10, 40],
      [40, 10],
    ]);
    const { phi, 'pearson-r': r } = assessmentOfTable(table, 0.95)!.measures;
    expect(phi?.value).toBeCloseTo(0.6, 12);
    expect(r?.value).toBeCloseTo(0.6, 12);
    const strength = byId(read(table, assessmentOfTable(table, 0.95), 0.95), 'strength');
    expect(strength?.notes[0]).toBe('renews is “Yes” for 80% where site is “South”, and for 20% where it is “North”.');
    expect(strength?.measures.map(({ name }) => name)).toContain(
      'Odds ratio of renews “Yes”, site “South” against “North”',
    );
    expect(byId(strength?.measures, 'odds-ratio')?.value).toBeCloseTo(16, 9);
    expect(byId(strength?.measures, 'risk-difference')?.value).toBeCloseTo(0.6, 9);
  });

  it('takes two answers by their codes where a third has nobody', () => {
    const rows = axis('a', 'unordered', ['3', '9', '1']);
    const table = inScaleOrder(
      tableOf(rows, axis('bb', 'unordered', ['x', 'y']), [
        [3, 1],
        [0, 0],
        [2, 2],
      ]),
    );
    expect(table.rows.categories.map(({ code }) => code)).toEqual(['1', '3', '9']);
    expect(table.cells).toEqual([
      [2, 2],
      [3, 1],
      [0, 0],
    ]);
  });
});
