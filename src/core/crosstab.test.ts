import { describe, expect, it } from 'vitest';
import { checkCounts, fourCells, isTwoByTwo, isWhole, reduceTable, transpose } from './crosstab.js';
import { Fault } from './fault.js';

function faultOf(work: () => void): Fault {
  try {
    work();
  } catch (error) {
    if (error instanceof Fault) return error;
    throw error;
  }
  throw new Error('nothing was thrown');
}

describe('checkCounts', () => {
  it('names the cell that is not a count', () => {
    for (const bad of [-1, NaN, Infinity, -Infinity]) {
      const fault = faultOf(() =>
        checkCounts([
          [1, 2],
          [3, bad],
        ]),
      );
      expect(fault.place.cell).toEqual({ row: 2, column: 2 });
      expect(fault.kind).toBe('invalid');
      expect(fault.message).toContain('Row 2, column 2');
    }
  });

  it('names the row that is shorter or longer than the first', () => {
    expect(faultOf(() => checkCounts([[1, 2], [3]])).place.cell).toEqual({ row: 2, column: 2 });
    expect(faultOf(() => checkCounts([[1], [2, 3]])).place.cell).toEqual({ row: 2, column: 2 });
  });

  it('refuses a table without cells, and one with too many', () => {
    expect(faultOf(() => checkCounts([])).message).toContain('no cells');
    expect(faultOf(() => checkCounts([[]])).message).toContain('no cells');
    const wide = Array.from({ length: 2 }, () => new Array<number>(500_001).fill(1));
    expect(faultOf(() => checkCounts(wide)).kind).toBe('too-large');
  });

  it('takes zeros and fractions', () => {
    expect(() =>
      checkCounts([
        [0, 0.5],
        [1e9, 0],
      ]),
    ).not.toThrow();
  });
});

describe('reduceTable', () => {
  it('takes empty rows and columns out and says which', () => {
    const { table, dropped } = reduceTable([
      [1, 0, 2],
      [0, 0, 0],
      [3, 0, 4],
    ]);
    expect(table).toMatchObject({
      n: [
        [1, 2],
        [3, 4],
      ],
      R: [3, 7],
      C: [4, 6],
      N: 10,
      survey: null,
    });
    expect(table.scores).toEqual({ rows: [1, 2], columns: [1, 2] });
    expect(dropped).toEqual({ rows: [1], columns: [1] });
  });

  it('leaves nothing of an empty table', () => {
    const { table } = reduceTable([
      [0, 0],
      [0, 0],
    ]);
    expect(table).toMatchObject({ n: [], R: [], C: [], N: 0 });
  });
});

describe('shapes', () => {
  const { table } = reduceTable([
    [1, 2, 3],
    [4, 5, 6],
  ]);
  it('transposes and comes back', () => {
    expect(transpose(table).n).toEqual([
      [1, 4],
      [2, 5],
      [3, 6],
    ]);
    expect(transpose(transpose(table))).toEqual(table);
  });
  it('knows a 2 x 2 table and its four cells', () => {
    expect(isTwoByTwo(table)).toBe(false);
    const square = reduceTable([
      [1, 2],
      [3, 4],
    ]).table;
    expect(isTwoByTwo(square)).toBe(true);
    expect(fourCells(square)).toEqual([1, 2, 3, 4]);
    expect(isWhole(square)).toBe(true);
    expect(
      isWhole(
        reduceTable([
          [1.5, 2],
          [3, 4],
        ]).table,
      ),
    ).toBe(false);
  });
});
