import { expect, it } from 'vitest';
import { axis, tableOf } from '../../core/reading/axes.fixtures.js';
import { viewOfTable } from '../../core/view/table-view.js';
import { columnWidths } from './column-widths.js';

const widthsOf = (...labels: string[]) => {
  const table = tableOf(axis('Mood', 'ordered', ['Good', 'Bad']), axis('Site', 'unordered', labels), [
    labels.map(() => 3),
    labels.map(() => 5),
  ]);
  return columnWidths(viewOfTable('', table, { marks: null, letters: null, assessment: null }));
};

it('is wide enough for the longest word of a heading and for a figure beside its hatch, within bounds', () => {
  const [names, all, short, long, longest] = widthsOf(
    'A',
    'Under the railway embankment',
    'Donaudampfschifffahrtsgarten',
  );
  expect(names).toBeGreaterThan(200);
  expect(short).toBe(all);
  expect(long).toBeGreaterThan(short!);
  expect(longest).toBe(150);
});
