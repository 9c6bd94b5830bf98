import { describe, expect, it } from 'vitest';
import { readCell } from './parse-count.js';
import { readSheet } from './read-sheet.js';
import { checkSheet } from './sheet.js';

const value = (text: string, decimals: ',' | '.' | null = null) => {
  const cell = readCell(text, decimals);
  return cell.is === 'count' ? cell.value : cell.why;
};

describe('a cell', () => {
  it.each([
    ['42', 42],
    [' 42 ', 42],
    ['1,204', 1204],
    ['1.204', 1204],
    ["1'204", 1204],
    ['1 204', 1204],
    ['1\u202f204\u202f117', 1204117],
    ['12*', 12],
    ['12†', 12],
    ['(12)', 12],
    ['n = 12', 12],
    ['12.5', 12.5],
    ['', 0],
    ['–', 0],
    ['-', 0],
  ])('%j is %d', (text, count) => expect(value(text)).toBe(count));

  it.each([
    ['-3', 'is negative'],
    ['−3', 'is negative'],
    ['12%', 'is a percentage'],
    ['twelve', 'is not a number'],
    ['1,20,4', 'is not a number'],
    ['1e5', 'is not a number'],
  ])('%j cannot be one', (text, why) => expect(value(text)).toBe(why));

  it('follows the decimal sign that the table shows', () => {
    expect(value('1.204', '.')).toBe(1.204);
    expect(value('1,5', ',')).toBe(1.5);
    expect(value('1.204', ',')).toBe(1204);
  });
});

describe('a pasted table', () => {
  const wanted = {
    rows: ['Very satisfied', 'Neither'],
    columns: ['Mill Row', 'Weir End'],
    cells: [
      ['1,204', '80'],
      ['30', '5'],
    ],
  };

  it.each([
    ['a spreadsheet', '\tMill Row\tWeir End\nVery satisfied\t1,204\t80\nNeither\t30\t5\n'],
    ['a spreadsheet of Windows', '\tMill Row\tWeir End\r\nVery satisfied\t1,204\t80\r\nNeither\t30\t5\r\n'],
    ['bars', '| | Mill Row | Weir End |\n|---|---:|---:|\n| Very satisfied | 1,204 | 80 |\n| Neither | 30 | 5 |'],
    [
      'wide gaps',
      '                 Mill Row   Weir End\nVery satisfied     1,204        80\nNeither               30         5',
    ],
    ['semicolons', ';Mill Row;Weir End\nVery satisfied;1,204;80\nNeither;30;5'],
    ['quotes', '"";"Mill Row";"Weir End"\n"Very satisfied";"1,204";"80"\n"Neither";"30";"5"'],
  ])('from %s', (_, text) => expect(readSheet(text)).toEqual(wanted));

  it('may be nothing but numbers', () => {
    expect(readSheet('10 20\n30 40')).toEqual({
      rows: ['', ''],
      columns: ['', ''],
      cells: [
        ['10', '20'],
        ['30', '40'],
      ],
    });
    expect(readSheet('10,20\n30,40')?.cells).toEqual([
      ['10', '20'],
      ['30', '40'],
    ]);
  });

  it('may have labels of several words before numbers with single spaces', () => {
    const sheet = readSheet('Very satisfied 12 30\nNot at all satisfied 4 9');
    expect(sheet?.rows).toEqual(['Very satisfied', 'Not at all satisfied']);
    expect(sheet?.cells).toEqual([
      ['12', '30'],
      ['4', '9'],
    ]);
  });

  it('may have years for a heading', () => {
    expect(readSheet('\t2024\t2025\nYes\t10\t12\nNo\t5\t9')?.columns).toEqual(['2024', '2025']);
  });

  it('may be ragged: what is missing is empty', () => {
    expect(readSheet('a\t1\t2\nb\t3')?.cells).toEqual([
      ['1', '2'],
      ['3', ''],
    ]);
  });

  it('is none where there is no text', () => {
    expect(readSheet('')).toBeNull();
    expect(readSheet('\n---\n')).toBeNull();
  });
});

describe('the check', () => {
  const sheet = (cells: string[][], rows = cells.map(() => ''), columns = cells[0]!.map(() => '')) => ({
    rows,
    columns,
    cells,
  });

  it('names the cell that is no count, and waits', () => {
    const checked = checkSheet(
      sheet(
        [
          ['10', '-4'],
          ['many', '7'],
        ],
        ['Yes', 'No'],
        ['', 'Weir End'],
      ),
    );
    expect(checked.counts).toBeNull();
    expect(checked.findings.map(({ text }) => text)).toEqual([
      'Yes, Weir End: “-4” is negative. A count is 0 or more; look for a slip of the pen.',
      'No, Column 1: “many” is not a number. Type the count, or 0 where nobody is.',
    ]);
  });

  it('mends what is safe, and says so', () => {
    const checked = checkSheet(
      sheet([
        ['1,204', '–'],
        ['30', '5*'],
      ]),
    );
    expect(checked.counts).toEqual([
      [1204, 0],
      [30, 5],
    ]);
    expect(checked.findings.map(({ kind }) => kind)).toEqual(['mended', 'mended', 'mended']);
  });

  it('leaves a row and a column of totals out, by their name or because they add up', () => {
    const named = checkSheet(
      sheet(
        [
          ['1', '2', '3'],
          ['4', '5', '9'],
          ['5', '7', '12'],
        ],
        ['a', 'b', 'Total'],
        ['x', 'y', 'All'],
      ),
    );
    expect(named.counts).toEqual([
      [1, 2],
      [4, 5],
    ]);
    const unnamed = checkSheet(
      sheet([
        ['1', '2'],
        ['4', '5'],
        ['3', '1'],
        ['8', '8'],
      ]),
    );
    expect(unnamed.rows).toEqual([0, 1, 2]);
    expect(unnamed.findings[0]?.text).toContain('Row 4 is the sum of the others');
    expect(
      checkSheet(
        sheet([
          ['1', '2'],
          ['4', '5'],
          ['3', '1'],
          ['8', '8'],
        ]),
        true,
      ).rows,
    ).toHaveLength(4);
  });

  it('says of totals that do not add up', () => {
    const checked = checkSheet(
      sheet(
        [
          ['1', '2'],
          ['4', '5'],
          ['5', '9'],
        ],
        ['a', 'b', 'Total'],
      ),
    );
    expect(checked.counts).toEqual([
      [1, 2],
      [4, 5],
    ]);
    expect(checked.findings[0]?.text).toContain('does not add up');
  });

  it('does not take three rows for totals that only happen to add up in two', () => {
    const checked = checkSheet(
      sheet([
        ['1', '2'],
        ['4', '5'],
        ['5', '7'],
      ]),
    );
    expect(checked.rows).toEqual([0, 1, 2]);
  });

  it('says what is lacking', () => {
    expect(checkSheet(sheet([['1', '2']])).lacking).toContain('two rows');
    expect(
      checkSheet(
        sheet([
          ['', ''],
          ['', ''],
        ]),
      ).lacking,
    ).toContain('nobody');
  });
});
