import { describe, expect, it } from 'vitest';
import { axis, tableOf } from '../reading/axes.fixtures.js';
import { assessmentOfTable } from '../reading/read.js';
import { type Choice, CHOICES, type FigureChoice, NUMBER_CHOICES, SCALE_CHOICES } from '../table/figure-choice.js';
import { blockView } from './block-view.js';
import { choicesOf, columnChoices, figuresChosen, percentOf, showsLetters } from './figures-shown.js';
import { extrasOf } from './whole-view.js';

const list = (...figures: Choice[]): FigureChoice[] => figures.map((figure) => ({ figure }));

const table = tableOf(axis('Mood', 'ordered', ['Good', 'Bad']), axis('Site', 'unordered', ['North', 'South']), [
  [30, 10],
  [10, 50],
]);
const cross = blockView('Mood by Site', table, extrasOf(table, assessmentOfTable(table, 0.95), 'holm'));
const alone = { ...table, columns: null, cells: [[40], [60]], columnBases: [100] };
const frequency = blockView('Mood', alone, { marks: null, letters: null, assessment: null });
const ids = (choices: readonly FigureChoice[], block = cross) => figuresChosen(block, choices).map(({ id }) => id);

describe('the figures of cells', () => {
  it('are those of the item, or of the table, or the usual ones', () => {
    expect(choicesOf({})).toEqual(list('column-percent', 'count'));
    expect(choicesOf({ figures: list('index') })).toEqual(list('index'));
    expect(choicesOf({ figures: list('index') }, { figures: list('limits') })).toEqual(list('limits'));
    expect(ids(columnChoices({}, { ordered: true }), frequency)).toEqual(['n', 'column-percent', 'cumulative-percent']);
    expect(ids(columnChoices({}, { ordered: false }), frequency)).toEqual(['n', 'column-percent']);
  });

  it('stand in the order in which they were chosen, with their decimals', () => {
    expect(ids(list('count', 'limits', 'adjusted-residual', 'row-percent'))).toEqual([
      ...['n', 'lower-limit', 'upper-limit', 'adjusted-residual', 'adjusted-p', 'row-percent'],
    ]);
    const [index] = figuresChosen(cross, [{ figure: 'index', decimals: 3 }]);
    expect(index).toMatchObject({ id: 'index', decimals: 3 });
    // A table of groups has all that can be chosen, but what is of options, of numbers, under a scale or of
    // frequencies, and a second count.
    const others: Choice[] = [
      'all-percent',
      'mentions',
      'mentions-percent',
      'average-place',
      'respondents',
      ...NUMBER_CHOICES,
      ...SCALE_CHOICES,
    ];
    for (const choice of CHOICES.filter((id) => !others.includes(id)))
      expect(ids(list('column-percent', choice)).length, choice).toBeGreaterThanOrEqual(
        choice === 'column-percent' ? 1 : 2,
      );
  });

  it('have letters beside column percentages alone', () => {
    expect(ids(list('column-percent', 'letters'))).toEqual(['column-percent', 'letters']);
    expect(ids(list('row-percent', 'letters'))).toEqual(['row-percent']);
    expect(showsLetters(cross, list('row-percent', 'letters'))).toBe(false);
  });

  it('are column percentages in the place of those that a table has not', () => {
    expect(ids(list('row-percent', 'count'), frequency)).toEqual(['column-percent', 'n']);
    expect(ids(list('mentions-percent', 'count'))).toEqual(['column-percent', 'n']);
    expect(ids(list('expected'), frequency)).toEqual(['column-percent']);
  });

  it('say of which percentages the reading speaks', () => {
    expect(percentOf(list('count', 'total-percent', 'row-percent'))).toBe('total');
    expect(percentOf(list('count'))).toBe('column');
  });
});
