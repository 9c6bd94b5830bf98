import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byId } from '../by-id.js';
import { axis, tableOf } from '../reading/axes.fixtures.js';
import { people, tableOf as tableOfPeople, weighing } from '../table/survey.fixtures.js';
import { share } from '../table/share.js';
import { comparedFigures } from './compared-figures.js';

const mood = axis('Mood', 'ordered', ['Good', 'Fair', 'Bad']);
const site = axis('Site', 'unordered', ['North', 'South']);
const counts = [
  [30, 10],
  [6, 14],
  [4, 36],
];

const cells = (table: Parameters<typeof comparedFigures>[0], id: Parameters<typeof byId>[1], confidence = 0.95) =>
  byId(comparedFigures(table, confidence), id as 'index')?.cells;

describe('figures that follow from percentages', () => {
  const table = tableOf(mood, site, counts);

  it('set each column against all together, of whom 40, 20 and 40 percent gave each answer', () => {
    expect(cells(table, 'index')).toEqual([
      [100, expect.closeTo(187.5, 10), expect.closeTo(100 / 2.4, 10)],
      [100, expect.closeTo(75, 10), expect.closeTo(350 / 3, 10)],
      [100, expect.closeTo(25, 10), expect.closeTo(150, 10)],
    ]);
    const north = cells(table, 'difference')!.map(([, value]) => value);
    expect(north).toEqual([expect.closeTo(35, 10), expect.closeTo(-5, 10), expect.closeTo(-30, 10)]);
    expect(cells(table, 'difference')!.map(([all]) => all)).toEqual([null, null, null]);
  });

  it('add column percentages up from the first line', () => {
    const expected = [
      [40, 75, 100 / 6],
      [60, 90, 40],
      [100, 100, 100],
    ];
    cells(table, 'cumulative-percent')!.forEach((line, i) =>
      line.forEach((value, j) => expect(value).toBeCloseTo(expected[i]![j]!, 10)),
    );
  });

  it('give the limits of a percentage: 30 of 40 (Wilson 1927), worked out elsewhere', () => {
    expect(cells(table, 'lower-limit')![0]![1]).toBeCloseTo(59.8065, 3);
    expect(cells(table, 'upper-limit')![0]![1]).toBeCloseTo(85.8129, 3);
    const [lower] = comparedFigures(table, 0.99).filter(({ id }) => id === 'lower-limit');
    expect(lower!.label).toBe('lower limit, 99%');
  });

  it('hold together in any table, weighted or not', () => {
    fc.assert(
      fc.property(people, fc.boolean(), (all, isWeighted) => {
        const any = tableOfPeople(all, { weight: isWeighted ? weighing : null });
        const [index, difference] = [cells(any, 'index')!, cells(any, 'difference')!];
        any.cells.forEach((line, i) =>
          line.forEach((_, j) => {
            const [own, whole] = [share(any, 'column', i, j), share(any, 'column', i, null)];
            if (own === null || !whole) {
              expect(index[i]![j + 1]).toBeNull();
              return;
            }
            expect((Number(index[i]![j + 1]) * whole) / 100).toBeCloseTo(own, 9);
            expect(Number(difference[i]![j + 1]) / 100 + whole).toBeCloseTo(own, 9);
          }),
        );
        if (any.base > 0) expect(Number(cells(any, 'cumulative-percent')!.at(-1)![0])).toBeCloseTo(100, 9);
      }),
    );
  });

  it('of a question whose options overlap are no sums, and of a frequency table nothing is set against all', () => {
    const [person] = fc.sample(people, 1)[0]!;
    const crops = tableOfPeople([person!], { rows: 'crops', by: false });
    const ids = comparedFigures(crops, 0.95).map(({ id }) => id);
    expect(ids).toEqual(['lower-limit', 'upper-limit']);
  });
});
