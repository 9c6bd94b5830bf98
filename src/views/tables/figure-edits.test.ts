import { describe, expect, it } from 'vitest';
import type { Choice, FigureChoice } from '../../core/table/figure-choice.js';
import { mainPercentage } from '../../core/view/figures-shown.js';
import { hasLetters, moved, toggled, withDecimals, withPercentage } from './figure-edits.js';

const list = (...figures: Choice[]): FigureChoice[] => figures.map((figure) => ({ figure }));

describe('the figures of cells, edited', () => {
  it('have another percentage in the place of the first, with its decimals', () => {
    expect(withPercentage(list('count', 'column-percent'), 'row-percent')).toEqual(list('count', 'row-percent'));
    expect(withPercentage([{ figure: 'column-percent', decimals: 0 }], 'total-percent')).toEqual([
      { figure: 'total-percent', decimals: 0 },
    ]);
    expect(withPercentage(list('column-percent', 'row-percent', 'count'), 'row-percent')).toEqual(
      list('row-percent', 'count'),
    );
    expect(withPercentage(list('column-percent', 'row-percent'), 'column-percent')).toEqual(
      list('column-percent', 'row-percent'),
    );
    expect(withPercentage(list('count'), 'row-percent')).toEqual(list('row-percent', 'count'));
    expect(mainPercentage(list('count', 'total-percent', 'row-percent'))).toBe('total-percent');
    expect(mainPercentage(list('count'))).toBeNull();
  });

  it('are put behind the others and taken out again; one stays', () => {
    expect(toggled(list('column-percent'), 'index')).toEqual(list('column-percent', 'index'));
    expect(toggled(list('column-percent', 'index'), 'index')).toEqual(list('column-percent'));
    expect(toggled(list('index'), 'index')).toEqual(list('column-percent'));
  });

  it('have letters beside column percentages alone', () => {
    expect(toggled(list('row-percent', 'count'), 'letters')).toEqual(list('column-percent', 'count', 'letters'));
    expect(toggled(list('column-percent', 'letters'), 'letters')).toEqual(list('column-percent'));
    // They were hidden by row percentages: asked for again, they are shown.
    const hidden = list('row-percent', 'letters');
    expect(hasLetters(hidden)).toBe(false);
    expect(hasLetters(toggled(hidden, 'letters'))).toBe(true);
    expect(toggled(hidden, 'letters')).toEqual(list('column-percent', 'letters'));
  });

  it('are moved, and have decimals of their own', () => {
    expect(moved(list('count', 'index', 'letters'), 2, 0)).toEqual(list('letters', 'count', 'index'));
    expect(moved(list('count', 'index', 'letters'), 0, 1)).toEqual(list('index', 'count', 'letters'));
    expect(moved(list('count', 'index'), 1, 7)).toEqual(list('count', 'index'));
    expect(withDecimals(list('count', 'index'), 'index', 2, 0)).toEqual([
      { figure: 'count' },
      { figure: 'index', decimals: 2 },
    ]);
    expect(withDecimals([{ figure: 'index', decimals: 2 }], 'index', 0, 0)).toEqual(list('index'));
    expect(withDecimals(list('index'), 'index', 9, 0)).toEqual([{ figure: 'index', decimals: 6 }]);
    expect(withDecimals(list('index'), 'index', -1, 1)).toEqual([{ figure: 'index', decimals: 0 }]);
  });
});
