import { describe, expect, it } from 'vitest';
import { checkSheet, labelOf, type Sheet } from './sheet.js';

const sheet = (lines: string[], rows: string[] = [], columns: string[] = []): Sheet => {
  const cells = lines.map((line) => line.split(' ').map((text) => (text === '_' ? '' : text)));
  return {
    rows: cells.map((_, i) => rows[i] ?? ''),
    columns: cells[0]!.map((_, j) => columns[j] ?? ''),
    cells,
  };
};

describe('a sheet', () => {
  it('is counts where every cell is one; an empty cell is 0, and that is said', () => {
    expect(checkSheet(sheet(['1 2', '_ 4']))).toEqual({
      counts: [
        [1, 2],
        [0, 4],
      ],
      rows: [0, 1],
      columns: [0, 1],
      findings: [{ kind: 'mended', row: 1, column: 0, text: 'Row 2, Column 1: empty, read as 0.' }],
      lacking: null,
    });
  });

  it('names the cell that is no count, by its labels', () => {
    const { counts, findings } = checkSheet(sheet(['1 2', '-3 x4'], ['Young', 'Old'], ['Yes']));
    expect(counts).toBeNull();
    expect(findings.map(({ kind, row, column }) => [kind, row, column])).toEqual([
      ['bad', 1, 0],
      ['bad', 1, 1],
    ]);
    expect(findings[0]?.text).toMatch(/^Old, Yes: “-3” /);
    expect(findings[1]?.text).toMatch(/^Old, Column 2: “x4” /);
  });

  it('mends what can only be meant in one way, and says so', () => {
    const { counts, findings } = checkSheet(sheet(['1,200 5', '7 8']));
    expect(counts?.[0]?.[0]).toBe(1200);
    expect(findings.map(({ kind }) => kind)).toEqual(['mended']);
  });

  it.each([
    ['too few rows', ['1 2'], 'A table needs two rows and two columns of counts at least.'],
    ['nobody', ['0 0', '0 _'], 'There is nobody in the table yet.'],
  ])('lacks something: %s', (_, lines, lacking) => {
    expect(checkSheet(sheet(lines))).toMatchObject({ counts: null, lacking });
  });

  it('of one column lacks a second count', () => {
    expect(checkSheet(sheet(['5']), false, undefined, { rows: 2, columns: 1 }).lacking).toBe(
      'A list needs two counts at least.',
    );
  });
});

describe('totals that were left in', () => {
  const lines = ['10 20 30', '5 5 10', '15 25 40'];

  it('are left out where they are called so and add up', () => {
    const { counts, rows, columns, findings } = checkSheet(sheet(lines, ['a', 'b', 'Total'], ['x', 'y', 'All']));
    expect(counts).toEqual([
      [10, 20],
      [5, 5],
    ]);
    expect([rows, columns]).toEqual([
      [0, 1],
      [0, 1],
    ]);
    expect(findings.map(({ kind, row, column }) => [kind, row, column])).toEqual([
      ['total', 2, null],
      ['total', null, 2],
    ]);
  });

  it('are left out without a name where more than two others add up to them', () => {
    const four = ['1 2', '3 4', '5 6', '9 12'];
    expect(checkSheet(sheet(four)).rows).toEqual([0, 1, 2]);
    expect(checkSheet(sheet(['9 12', '1 2', '3 4', '5 6'])).rows).toEqual([1, 2, 3]);
    // Two rows that happen to add up to a third may be three rows.
    expect(checkSheet(sheet(['1 2', '3 4', '4 6'])).rows).toEqual([0, 1, 2]);
  });

  it('that are called so and do not add up are left out, with a word about a slip', () => {
    const { rows, findings } = checkSheet(sheet(['1 2', '3 4', '9 9'], ['a', 'b', 'Total']));
    expect(rows).toEqual([0, 1]);
    expect(findings[0]?.text).toContain('does not add up');
  });

  it('stay where that is wanted, and where another sheet settled which lines are kept', () => {
    const named = sheet(lines, ['a', 'b', 'Total']);
    expect(checkSheet(named, true).rows).toEqual([0, 1, 2]);
    expect(checkSheet(named, false, { rows: [0, 2], columns: [1, 2] }).counts).toEqual([
      [20, 30],
      [25, 40],
    ]);
  });

  it('may hold what cannot be read: the line is left out', () => {
    const { counts, findings } = checkSheet(sheet(['1 2', '3 4', '4 x'], ['a', 'b', 'Total']));
    expect(counts).toEqual([
      [1, 2],
      [3, 4],
    ]);
    expect(findings.map(({ kind }) => kind)).toEqual(['total']);
  });
});

describe('a label', () => {
  it('is its place where it is empty', () => {
    expect([labelOf(['Young', ' '], 0, 'Row'), labelOf(['Young', ' '], 1, 'Row'), labelOf([], 4, 'Column')]).toEqual([
      'Young',
      'Row 2',
      'Column 5',
    ]);
  });
});
