import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import { share } from '../table/share.js';
import {
  addBlock,
  addColumn,
  addRow,
  layText,
  nameBlock,
  pasteText,
  removeBlock,
  removeColumn,
  removeRow,
  setCell,
  setKind,
  setLabel,
} from './edit-paper.js';
import { type Paper, PAPER_KINDS, type PaperKind, sheetOf } from './paper.js';
import { readPaper } from './read-paper.js';

const lines = (...text: string[]) => text.map((line) => line.split(' ').map((cell) => (cell === '_' ? '' : cell)));

function paper(kind: PaperKind, blocks: string[][][], more: Partial<Paper> = {}): Paper {
  const [first = []] = blocks;
  return {
    kind,
    rows: first.map(() => ''),
    columns: (first[0] ?? []).map(() => ''),
    blocks: blocks.map((cells) => ({ name: '', cells })),
    sides: { rows: { title: '', level: 'unordered' }, columns: { title: '', level: 'unordered' } },
    within: '',
    metric: 'nominal',
    keepTotals: false,
    ...more,
  };
}

const badOf = (sheet: Paper) =>
  readPaper(sheet).checked.flatMap(({ findings }) => findings.filter(({ kind }) => kind === 'bad'));

describe('a cross table on paper', () => {
  it('can be read like any other', () => {
    const { table } = readPaper(
      paper('cross', [lines('1 2', '4 5')], {
        rows: ['a', ''],
        sides: { rows: { title: 'Answer', level: 'ordered' }, columns: { title: '', level: 'unordered' } },
      }),
    );
    expect(table).toMatchObject({ base: 12, rowTotals: [3, 9], columnBases: [5, 7], weighted: null });
    expect(table?.rows.categories.map(({ label }) => label)).toEqual(['a', 'Row 2']);
    expect(table?.rows.variable).toMatchObject({ label: 'Answer', level: 'ordered' });
    expect(table?.columns?.variable.label).toBe('Columns');
  });
  it('is none while a cell cannot be read', () => {
    const read = readPaper(paper('cross', [lines('1 two', '4 5')]));
    expect(read.table).toBeNull();
    expect(read.checked[0]?.findings[0]).toMatchObject({ kind: 'bad', row: 0, column: 1 });
  });
});

describe('strata on paper', () => {
  const two = paper('strata', [lines('10 20', '30 40'), lines('5 6', '7 8')], { within: 'Season' });
  it('are a table each, and all of them together', () => {
    const { split } = readPaper(nameBlock(two, 0, 'Spring'));
    expect(split?.strata.map(({ label, table }) => [label, table.cells])).toEqual([
      [
        'Spring',
        [
          [10, 20],
          [30, 40],
        ],
      ],
      [
        'Table 2',
        [
          [5, 6],
          [7, 8],
        ],
      ],
    ]);
    expect(split?.all.cells).toEqual([
      [15, 26],
      [37, 48],
    ]);
    expect(split?.within.variable.label).toBe('Season');
  });
  it('wait for the second, and leave out one that nothing was typed into', () => {
    expect(readPaper(setKind(paper('cross', [lines('1 2', '3 4')]), 'strata')).split).toBeNull();
    expect(readPaper(addBlock(two)).split?.strata).toHaveLength(2);
    expect(readPaper(setCell(addBlock(two), 2, 0, 0, 'x')).split).toBeNull();
  });
  it('leave the totals out that the first of them shows', () => {
    const totals = paper('strata', [lines('1 2', '3 4', '4 6', '8 12'), lines('5 6', '7 8', '1 1', '2 2')], {
      rows: ['a', 'b', 'c', 'Total'],
    });
    expect(readPaper(totals).split?.strata.map(({ table }) => table.cells)).toEqual([
      [
        [1, 2],
        [3, 4],
        [4, 6],
      ],
      [
        [5, 6],
        [7, 8],
        [1, 1],
      ],
    ]);
  });
});

describe('a weighted table on paper', () => {
  const cells = [lines('2 3', '4 1'), lines('2.5 2', '5 1.5'), lines('3.5 2', '7 2.25')];
  it('has counts, sums and squares, and shares of the sums', () => {
    const { table } = readPaper(paper('weighted', cells));
    expect(table?.base).toBe(10);
    expect(table?.weighted?.sums.columnBases).toEqual([7.5, 3.5]);
    expect(share(table!, 'column', 0, 0)).toBeCloseTo(2.5 / 7.5, 12);
    expect(
      assess({
        counts: table!.cells,
        weights: { sums: table!.weighted!.sums.cells, squares: table!.weighted!.squares.cells },
      }).tests['rao-scott'],
    ).toBeDefined();
  });
  it('names the cell whose weights cannot be', () => {
    const wrong = setCell(paper('weighted', cells), 2, 1, 0, '2');
    expect(readPaper(wrong).table).toBeNull();
    expect(badOf(wrong)[0]).toMatchObject({ row: 1, column: 0 });
    expect(badOf(wrong)[0]?.text).toContain('squared weights cannot add up to 2');
  });
});

describe('one-way counts on paper', () => {
  it('stand alone, or against the shares that are expected', () => {
    const alone = readPaper(paper('one-way', [lines('18 _', '55 _', '27 _')]));
    expect(alone.table).toMatchObject({ columns: null, rowTotals: [18, 55, 27], base: 100 });
    expect(alone.proportions).toBeUndefined();
    const given = readPaper(paper('one-way', [lines('18 25%', '55 50', '27 25')]));
    expect(given.proportions).toEqual([25, 50, 25]);
  });
  it('say which share is missing or cannot be', () => {
    expect(badOf(paper('one-way', [lines('18 25', '55 _')]))[0]).toMatchObject({ row: 1, column: 1 });
    expect(badOf(paper('one-way', [lines('18 0', '55 1')]))[0]).toMatchObject({ row: 0, column: 1 });
    expect(badOf(paper('one-way', [lines('18 many', '55 1')]))).toHaveLength(1);
  });
  it('may have a total under them', () => {
    const { table } = readPaper(paper('one-way', [lines('18 _', '55 _', '73 _')], { rows: ['a', 'b', 'Total'] }));
    expect(table?.rowTotals).toEqual([18, 55]);
  });
});

describe('options by group on paper', () => {
  it('stand on those who were asked', () => {
    const { table } = readPaper(paper('multiple', [lines('100 50', '80 20', '70 40')]));
    expect(table).toMatchObject({ base: 150, columnBases: [100, 50], mentions: { columns: [150, 60], total: 210 } });
    expect(table?.rows).toMatchObject({ multiple: true, categories: [{ label: 'Option 1' }, { label: 'Option 2' }] });
    expect(share(table!, 'column', 0, 0)).toBe(0.8);
  });
  it('cannot be mentioned by more than were asked', () => {
    const marked = badOf(paper('multiple', [lines('100 50', '80 60')]));
    expect(marked[0]).toMatchObject({ row: 1, column: 1 });
    expect(marked[0]?.text).toContain('60 mentioned it, and 50 were asked');
  });
});

describe('lines on paper', () => {
  it('are patterns of answers, in figures or words, each given by some', () => {
    const read = readPaper(paper('related', [lines('6 yes No', '_ 0 1', '_ _ _', '1,204 x -')]));
    expect(read.lines).toEqual({
      related: {
        answers: [
          [1, 0],
          [0, 1],
          [1, 0],
        ],
        times: [6, 1, 1204],
      },
    });
    expect(badOf(paper('related', [lines('6 1 2', '-4 1 0')])).map(({ row, column }) => [row, column])).toEqual([
      [0, 2],
      [1, 0],
    ]);
  });
  it('are codings, with words where codes are categories', () => {
    const words = readPaper(paper('codings', [lines('good good', 'bad _', 'bad good')]));
    expect(words.lines).toEqual({
      codings: {
        units: [
          [0, 0],
          [1, null],
          [1, 0],
        ],
        metric: 'nominal',
      },
    });
    // Several codes at once, or none of them.
    expect(readPaper(paper('codings', [lines('path+water none', 'water _')], { metric: 'masi' })).lines).toEqual({
      codings: {
        units: [
          [[0, 1], []],
          [[1], null],
        ],
        metric: 'masi',
      },
    });
    expect(badOf(paper('codings', [lines('1 good', '2 2')], { metric: 'interval' }))[0]).toMatchObject({
      row: 0,
      column: 1,
    });
    expect(readPaper(paper('codings', [lines('1,5 1.5')], { metric: 'ratio' })).lines).toEqual({
      codings: { units: [[1.5, 1.5]], metric: 'ratio' },
    });
    expect(readPaper(paper('codings', [lines('1 _', '_ 2')])).checked[0]?.lacking).toContain('two coders');
  });
});

describe('editing a paper', () => {
  const start = paper('cross', [lines('1 2', '3 4')], { rows: ['a', 'b'], columns: ['c', 'd'] });
  it('keeps every block as high and as wide as its labels', () => {
    const steps: ((own: Paper) => Paper)[] = [
      addRow,
      addColumn,
      addBlock,
      (sheet) => removeRow(sheet, 0),
      (sheet) => removeColumn(sheet, 1),
      (sheet) => setLabel(sheet, 'rows', 0, 'z'),
      (sheet) => layText(sheet, 0, 'x\ty\tz\nA\t1\t2\nB\t3\t4') ?? sheet,
      (sheet) => pasteText(sheet, 1, '7\t8\n9\t10', 1, 1) ?? sheet,
      (sheet) => removeBlock(sheet, 0),
    ];
    let now = start;
    for (const kind of PAPER_KINDS) {
      for (const step of steps) {
        now = step(setKind(now, kind));
        for (const { cells } of now.blocks) {
          expect(cells).toHaveLength(now.rows.length);
          for (const line of cells) expect(line).toHaveLength(now.columns.length);
        }
        expect(() => readPaper(setKind(now, kind))).not.toThrow();
      }
    }
  });
  it('loses nothing when it becomes another kind and back again', () => {
    let now = start;
    for (const kind of [...PAPER_KINDS, 'cross' as const]) now = setKind(now, kind);
    expect(
      sheetOf(now, 0)
        .cells.slice(0, 2)
        .map((line) => line.slice(0, 2)),
    ).toEqual([
      ['1', '2'],
      ['3', '4'],
    ]);
    expect(now.rows.slice(0, 2)).toEqual(['a', 'b']);
  });
  it('lets bare cells in from a position on, and a labelled table in the place of all', () => {
    expect(pasteText(start, 0, '7\t8\n9\t10', 1, 1)?.blocks[0]?.cells).toEqual([
      ['1', '2', ''],
      ['3', '7', '8'],
      ['', '9', '10'],
    ]);
    expect(pasteText(start, 0, '\tx\ty\np\t7\t8\nq\t9\t10', 1, 1)).toMatchObject({
      rows: ['p', 'q'],
      columns: ['x', 'y'],
    });
    expect(pasteText(start, 0, '12', 0, 0)).toBeNull();
    expect(layText(start, 0, '  ')).toBeNull();
  });
});
