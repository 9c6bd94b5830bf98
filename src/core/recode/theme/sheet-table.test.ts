import { describe, expect, it } from 'vitest';
import { sheetOfTable, sheetTable } from './sheet-table.js';
import { themeOf, THEMES } from './theme.fixtures.js';

const asLines = (rows: readonly (readonly (string | number)[])[]) =>
  rows.map((cells, k) => ({ line: k + 1, cells: cells.map(String) }));
const read = (rows: (string | number)[][], before = THEMES) => sheetOfTable(asLines(rows), before);
const SHEET = [
  themeOf(3, 'Taps', { under: 7, definition: 'Where water comes from', belongs: 'Taps drip', not: 'A dry summer' }),
  themeOf(7, 'Water'),
  themeOf(9, 'Wells', { into: 3 }),
];

describe('a code sheet as a table', () => {
  it('comes back as it was, to an empty sheet and to itself', () => {
    const rows = sheetTable(SHEET);
    expect(rows.slice(1).map((row) => row.slice(0, 4))).toEqual([
      [7, 'Water', '', ''],
      [3, 'Taps', 'Water', ''],
      [9, 'Wells', '', 'Taps'],
    ]);
    const inOrder = [SHEET[1], SHEET[0], SHEET[2]];
    expect(read(rows, [])).toEqual(inOrder);
    expect(read(rows, SHEET)).toEqual(inOrder);
  });

  it('keeps what a theme is by its name, else by its number, and gives new ones numbers of their own', () => {
    const rows = [
      ['Theme', 'Number', 'Under'],
      ['bees', '', ''],
      ['Huts', 4, ''],
      ['Keys', '', 'huts'],
      ['', '', ''],
    ];
    expect(read(rows).slice(0, 3)).toEqual([themeOf(5, 'bees'), themeOf(4, 'Huts'), themeOf(6, 'Keys', { under: 4 })]);
  });

  it('leaves the themes that it does not name at the end', () => {
    expect(read([['theme'], ['Shed']]).map(({ id }) => id)).toEqual([4, 1, 2, 3, 5]);
  });

  it.each([
    [
      'no name',
      [
        ['theme', 'under'],
        ['', 'Water'],
      ],
      'Line 2 names no theme',
    ],
    ['a name twice', [['theme'], ['Frost'], [' frost']], 'Line 3 names the theme “frost” that line 2 names'],
    [
      'an unknown broader theme',
      [
        ['theme', 'under'],
        ['Frost', 'Weather'],
      ],
      'Line 2: there is no theme “Weather”',
    ],
    [
      'a number that is none',
      [
        ['theme', 'number'],
        ['Frost', '1.5'],
      ],
      '“1.5” is no number of a theme',
    ],
    ['too long a name', [['theme'], ['x'.repeat(201)]], 'the name is too long'],
    ['too many themes', [['theme'], ...Array.from({ length: 501 }, (_, k) => [`t${k}`])], '506 themes'],
    ['no column of themes', [['name'], ['Frost']], 'no column “theme”'],
  ])('is refused by its line: %s', (_, rows, message) => {
    expect(() => read(rows)).toThrow(message);
  });
});
