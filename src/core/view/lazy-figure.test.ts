import { expect, test, vi } from 'vitest';
import { lazyFigure, withCells } from './lazy-figure.js';

const FIELDS = { id: 'n', label: 'n', unit: 'count', decimals: 0 } as const;

test('cells are worked out once, and only when somebody looks at them', () => {
  const cells = vi.fn(() => [[3, 1, 2]]);
  const figure = lazyFigure(FIELDS, cells);
  const doubled = withCells(figure, (own) => own.map((line) => line.map((value) => 2 * Number(value))));
  expect(cells).not.toHaveBeenCalled();
  expect(doubled.cells).toEqual([[6, 2, 4]]);
  expect(figure.cells).toEqual([[3, 1, 2]]);
  expect(cells).toHaveBeenCalledTimes(1);
});

test('it is a figure like any other: compared, written, spread, and with its columns', () => {
  const columns = [null, { unit: 'value', decimals: 2 }] as const;
  const figure = lazyFigure({ ...FIELDS, columns: [...columns] }, () => [[1]]);
  expect(withCells(figure, () => [[2]])).toEqual({ ...FIELDS, columns, cells: [[2]] });
  expect(JSON.parse(JSON.stringify(figure))).toEqual({ ...FIELDS, columns, cells: [[1]] });
  expect({ ...figure, label: 'N' }).toEqual({ ...FIELDS, label: 'N', columns, cells: [[1]] });
});
