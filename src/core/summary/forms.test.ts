import { describe, expect, it } from 'vitest';
import type { FigureId } from '../table/figure-choice.js';
import { formsOf, joinedForms, put } from './forms.js';

const figures = (...ids: FigureId[]) => ids.map((id) => ({ id, label: id.replace('-', ' ') }));

describe('figures put together', () => {
  it.each([
    [['n', 'column-percent'], ['n (%)']],
    [['column-percent', 'n'], ['% (n)']],
    [['mean', 'sd'], ['mean (sd)']],
    [['mean', 'mean-lower', 'mean-upper'], ['mean (limits)']],
    [
      ['median', 'lower-quartile', 'upper-quartile', 'minimum', 'maximum'],
      ['median [quartiles]', 'minimum to maximum'],
    ],
    [
      ['median', 'mean'],
      ['median', 'mean'],
    ],
    [
      ['n', 'mean', 'sd'],
      ['n', 'mean (sd)'],
    ],
  ] as const)('of %j are %j', (ids, labels) => {
    expect(formsOf(figures(...ids)).map(({ label }) => label)).toEqual(labels);
  });

  it('have one text more between them than they are, on one line too', () => {
    const ids = ['n', 'column-percent', 'mean', 'sd', 'median', 'lower-quartile', 'upper-quartile', 'sum'] as const;
    const form = joinedForms(formsOf(figures(...ids)));
    expect(form.ids).toEqual(ids);
    expect(form.between).toHaveLength(ids.length + 1);
    expect(
      put(
        form.between,
        ids.map((_, k) => String(k)),
      ),
    ).toBe('0 (1); 2 (3); 4 [5, 6]; 7');
  });
});
