import { expect, it } from 'vitest';
import { axis, tableOf } from '../../core/reading/axes.fixtures.js';
import { viewOfTable } from '../../core/view/table-view.js';
import { cellExtras } from '../../core/view/whole-view.js';
import { isSortedBy, sortColumns, sortedBy, sortFigures } from './sort-columns.js';

const table = tableOf(axis('Mood', 'unordered', ['a', 'b']), axis('Site', 'unordered', ['n', 's']), [
  [20, 5],
  [10, 30],
]);
const view = viewOfTable('Mood by Site', table, cellExtras(table));
const [north, south] = sortColumns([view]);

it('names the columns by which rows can be sorted, and says which one they are sorted by', () => {
  expect([north, south]).toEqual([
    { nest: 0, code: 'n', label: 'n' },
    { nest: 0, code: 's', label: 's' },
  ]);
  const shown = sortedBy({ hatch: true, sortFigure: 'index' }, { nest: 2, code: 's' });
  expect(shown).toMatchObject({ sort: 's', sortNest: 2, sortFigure: 'index' });
  expect([isSortedBy(shown, south!), isSortedBy(shown, { nest: 2, code: 's' })]).toEqual([false, true]);
  expect(JSON.parse(JSON.stringify(sortedBy({ ...shown, ascending: true }, null)))).toEqual({ hatch: true });
});

it('offers the figures that the column has', () => {
  const offered = sortFigures([view], { hatch: true, sort: 's' });
  expect(offered).toContain('adjusted-residual');
  expect(offered).not.toContain('average-place');
  // All together is not compared with itself.
  expect(sortFigures([view], { hatch: true })).not.toContain('adjusted-residual');
});
