import { expect, it, vi } from 'vitest';
import { lazyRows } from './lazy-rows.js';

it('works a row out when it is looked at, and once', () => {
  const row = vi.fn((at: number) => [at, 10 * at]);
  const rows = lazyRows(500, row);
  expect(rows).toHaveLength(500);
  expect(row).not.toHaveBeenCalled();
  expect(rows[7]).toEqual([7, 70]);
  expect(rows[7]).toBe(rows[7]);
  expect(row.mock.calls).toEqual([[7]]);
});

it('is, looked at as a whole, as rows that were worked out at once', () => {
  const row = (at: number) => [at, at % 2 ? null : 10 * at];
  const plain = Array.from({ length: 5 }, (_, at) => row(at));
  expect(lazyRows(5, row)).toEqual(plain);
  expect(lazyRows(5, row).map(([first]) => first)).toEqual([0, 1, 2, 3, 4]);
  expect(JSON.parse(JSON.stringify(lazyRows(5, row)))).toEqual(plain);
  expect(structuredClone(lazyRows(5, row))).toEqual(plain);
  expect(lazyRows(0, row)).toEqual([]);
});
