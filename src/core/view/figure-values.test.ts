import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { figuresOfChoice, SORT_CHOICES } from '../table/figure-choice.js';
import { arrange, shownPlaces } from '../table/order.js';
import { people, type Respondent, tableOf, weighing } from '../table/survey.fixtures.js';
import type { Table } from '../table/table.js';
import { figureValuesBy } from './figure-values.js';
import { viewOfTable } from './table-view.js';
import { cellExtras } from './whole-view.js';

const byFigure = figureValuesBy(cellExtras);

/** The values of a figure down a column, as they are shown. */
function shownIn(table: Table, id: string, column: number): unknown[] {
  const { blocks } = viewOfTable('', table, cellExtras(table));
  const figures: readonly { id: string; cells: unknown[][] }[] = blocks[0]![0]!.figures;
  return (figures.find((figure) => figure.id === id)?.cells ?? []).map((line) => line[column] ?? null);
}

describe('rows sorted by a figure', () => {
  it('stand by what is shown of it in the column, those that have nothing last', () => {
    const asked = fc.record({
      rows: fc.constantFrom<'answer' | 'crops'>('answer', 'crops'),
      weighted: fc.boolean(),
      sort: fc.constantFrom('1', '2'),
      sortFigure: fc.constantFrom(...SORT_CHOICES),
      ascending: fc.boolean(),
    });
    fc.assert(
      fc.property(people, asked, (all, { rows, weighted, sort, sortFigure, ascending }) => {
        const table = tableOf(all, { rows, weight: weighted ? weighing : null });
        const display = { sort, sortFigure, ascending };
        const sorted = arrange(table, shownPlaces([table], display, byFigure)[0]!);
        const ids = figuresOfChoice(sortFigure).flatMap(([first]) => first ?? []);
        const own = ids.map((id) => shownIn(sorted, id, Number(sort))).find((values) => values.length > 0) ?? [];
        // Who mentions nothing stands last, whatever the share.
        const values = own.filter((_, i) => ['answer', 'option'].includes(sorted.rows.categories[i]?.kind ?? 'answer'));
        const numbers = values.filter((value): value is number => typeof value === 'number');
        const inOrder = [...numbers].sort((a, b) => (ascending ? a - b : b - a));
        numbers.forEach((value, k) => expect(value).toBeCloseTo(inOrder[k]!, 9));
        if (numbers.length > 0) expect(values.slice(0, numbers.length)).toEqual(numbers);
      }),
    );
  });

  const person = { group: 1, season: 1, weight: 1, crops: [] };
  /** So many in group 1 and in group 2 of each answer. */
  const among = (...groups: readonly (readonly [number, number])[]): Respondent[] =>
    groups.flatMap(([first, second], k) =>
      Array.from({ length: first + second }, (_, n) => ({ ...person, answer: k + 1, group: n < first ? 1 : 2 })),
    );

  it('stand otherwise by residual than by share', () => {
    const table = tableOf(among([40, 40], [30, 10], [10, 30]), {});
    const order = (sortFigure: 'column-percent' | 'adjusted-residual') =>
      shownPlaces([table], { sort: '1', sortFigure }, byFigure)[0]!.rows;
    expect(order('column-percent')).toEqual([0, 1, 2]);
    expect(order('adjusted-residual')).toEqual([1, 0, 2]);
  });

  it('take a net by its own figure, and its parts along with it', () => {
    const nets = [{ label: 'First two', codes: ['1', '2'] }];
    const table = tableOf(among([40, 40], [5, 30], [30, 10]), { nets });
    const [places] = shownPlaces([table], { sort: '1', sortFigure: 'adjusted-residual' }, byFigure);
    expect(places!.rows).toEqual([2, 0, 1]);
  });

  it('stand in one order over all groupings, that of the one which the column is of', () => {
    const all = among([40, 40], [30, 10], [10, 30]);
    const [first, second] = [
      tableOf(all, {}),
      tableOf(
        all.map((own) => ({ ...own, group: 3 - own.group })),
        {},
      ),
    ];
    const places = shownPlaces([first, second], { sort: '1', sortNest: 1, sortFigure: 'row-percent' }, byFigure);
    expect(places.map(({ rows }) => rows)).toEqual([
      [2, 0, 1],
      [2, 0, 1],
    ]);
    expect(shownPlaces([first], { sort: '1', sortNest: 1 })[0]!.rows).toEqual([0, 1, 2]);
    expect(shownPlaces([], {})).toEqual([]);
  });

  it('that are empty go where they are empty in every grouping alone', () => {
    const [first, second] = [tableOf(among([4, 4], [0, 0], [0, 0]), {}), tableOf(among([0, 0], [3, 3], [0, 0]), {})];
    expect(shownPlaces([first, second], { full: true }).map(({ rows }) => rows)).toEqual([
      [0, 1],
      [0, 1],
    ]);
  });
});
