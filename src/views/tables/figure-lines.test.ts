import { expect, it } from 'vitest';
import type { Figure, FigureId } from '../../core/view/types.js';
import { figureLines } from './figure-lines.js';

const figure = (id: FigureId, label: string): Figure => ({ id, label, unit: 'percent', decimals: 1, cells: [] });

it('puts two figures that belong together on one line, and letters on none', () => {
  const lines = figureLines([
    figure('column-percent', 'column %'),
    figure('letters', 'higher than'),
    figure('lower-limit', 'lower limit, 95%'),
    figure('upper-limit', 'upper limit, 95%'),
    figure('mean-lower', 'mean from, 95%'),
    figure('mean-upper', 'mean to, 95%'),
    figure('adjusted-residual', 'adjusted residual'),
    figure('adjusted-p', 'adjusted p'),
    figure('lower-quartile', 'lower quartile'),
  ]);
  expect(lines.map(({ label, beside }) => [label, beside?.between])).toEqual([
    ['column %', undefined],
    ['limits, 95%', '–'],
    ['mean limits, 95%', '–'],
    ['adjusted residual', ' '],
    ['lower quartile', undefined],
  ]);
});
