import { describe, expect, it } from 'vitest';
import { isInside, move, only, rangeOf } from './grid-moves.js';

describe('keys in the grid', () => {
  const size = { rows: 10, columns: 5, page: 4 };
  const from = only(3, 2);
  const to = (key: string, how = { extend: false, control: false }) => move(from, key, size, how)?.at;

  it('lead to the neighbours, the edges and a page on, and never beyond', () => {
    expect(to('ArrowUp')).toEqual({ row: 2, column: 2 });
    expect(to('ArrowRight', { extend: false, control: true })).toEqual({ row: 3, column: 4 });
    expect(to('PageDown')).toEqual({ row: 7, column: 2 });
    expect(to('PageUp')).toEqual({ row: 0, column: 2 });
    expect(to('Home')).toEqual({ row: 3, column: 0 });
    expect(to('End', { extend: false, control: true })).toEqual({ row: 9, column: 4 });
    expect(to('x')).toBeUndefined();
  });

  it('with Shift select what lies between', () => {
    const selected = move(from, 'ArrowUp', size, { extend: true, control: false })!;
    expect(rangeOf(selected)).toEqual({ top: 2, bottom: 3, left: 2, right: 2 });
    expect(isInside(rangeOf(selected), 2, 2)).toBe(true);
    expect(isInside(rangeOf(selected), 4, 2)).toBe(false);
  });
});
