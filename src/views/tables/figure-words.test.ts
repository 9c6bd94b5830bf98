import { describe, expect, it } from 'vitest';
import { axis, tableOf } from '../../core/reading/axes.fixtures.js';
import { CHOICES } from '../../core/table/figure-choice.js';
import { viewOfTable } from '../../core/view/table-view.js';
import { extrasOf } from '../../core/view/whole-view.js';
import { choicesFor, FIGURE_GROUPS, usualDecimals } from './figure-words.js';

const table = tableOf(axis('Mood', 'ordered', ['Good', 'Bad']), axis('Site', 'unordered', ['North', 'South']), [
  [30, 10],
  [10, 50],
]);
const views = [viewOfTable('Mood by Site', table, extrasOf(table, null))];

describe('figures to choose from', () => {
  it('are offered in groups, each once', () => {
    expect(FIGURE_GROUPS.flatMap(([, choices]) => choices).toSorted()).toEqual([...CHOICES].sort());
  });

  it('are those that the table has', () => {
    expect(choicesFor(views)).toEqual([
      ...['column-percent', 'row-percent', 'total-percent', 'cumulative-percent', 'count'],
      ...['index', 'difference', 'limits', 'scale-mean', 'scale-sd'],
    ]);
  });

  it('have their usual decimals', () => {
    expect(usualDecimals(views, 'column-percent')).toBe(1);
    expect(usualDecimals(views, 'index')).toBe(0);
    expect(usualDecimals(views, 'letters')).toBeNull();
  });
});
