import { describe, expect, it } from 'vitest';
import { marksOf } from './marks.js';
import { assessmentOfTable } from './read.js';
import { cross, SITES, HAPPY } from './cross-tables.fixtures.js';

describe('marks', () => {
  const CROPS = { label: 'Crops', level: 'multiple' as const, labels: ['Beans', 'Onions'] };

  it('stand in the shape of the table, with nothing where nobody is', () => {
    const table = cross(HAPPY, SITES, [
      [60, 0, 40],
      [30, 0, 35],
      [0, 0, 0],
    ]);
    const marks = marksOf(table, assessmentOfTable(table, 0.95));
    expect(marks?.map((row) => row.map((mark) => mark !== null))).toEqual([
      [true, false, true],
      [true, false, true],
      [false, false, false],
    ]);
    expect(marks?.[0]?.[0]?.expected).toBeCloseTo((100 * 90) / 165, 10);
  });

  it('compare each option on its own, mentioned or not, adjusted over the whole table', () => {
    const table = cross(
      CROPS,
      SITES,
      [
        [80, 20, 50],
        [50, 52, 48],
      ],
      [100, 100, 100],
    );
    const marks = marksOf(table, null);
    const alone = assessmentOfTable(
      cross({ label: 'Beans', labels: ['Yes', 'No'] }, SITES, [
        [80, 20, 50],
        [20, 80, 50],
      ]),
      0.95,
    );
    expect(marks?.[0]?.map((mark) => mark?.residual)).toEqual(alone?.cells?.adjustedResidual[0]);
    expect(marks?.[0]?.[0]?.p).toBeGreaterThanOrEqual(alone?.cells?.p[0]?.[0] ?? 1);
    expect(marks?.[1]?.every((mark) => (mark?.p ?? 0) > 0.5)).toBe(true);
  });

  it('are not there where groups overlap, or where there are none', () => {
    expect(
      marksOf(
        cross(SITES, CROPS, [
          [10, 20],
          [20, 10],
          [5, 5],
        ]),
        null,
      ),
    ).toBeNull();
    expect(
      marksOf(
        {
          ...cross(CROPS, SITES, [
            [1, 2, 3],
            [1, 2, 3],
          ]),
          columns: null,
        },
        null,
      ),
    ).toBeNull();
  });
});
