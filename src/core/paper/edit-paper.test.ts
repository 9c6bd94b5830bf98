import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
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
import { type Paper, PAPER_KINDS } from './paper.js';

const side = { title: '', level: 'unordered' as const };

const paper = (cells: string[][], more: Partial<Paper> = {}): Paper => ({
  kind: 'cross',
  rows: cells.map((_, i) => `r${i + 1}`),
  columns: (cells[0] ?? []).map((_, j) => `c${j + 1}`),
  blocks: [{ name: '', cells }],
  sides: { rows: side, columns: side },
  within: '',
  metric: 'nominal',
  keepTotals: false,
  ...more,
});

const TWO = paper([
  ['1', '2'],
  ['3', '4'],
]);

/** Every block is as high as the rows and as wide as the columns. */
function isWhole({ rows, columns, blocks }: Paper): boolean {
  return blocks.every(
    ({ cells }) => cells.length === rows.length && cells.every((line) => line.length === columns.length),
  );
}

describe('a table on paper', () => {
  it('has a cell and a label typed in, and nothing else moves', () => {
    const typed = setLabel(setCell(TWO, 0, 1, 0, '30'), 'rows', 0, 'Young');
    expect(typed.blocks[0]?.cells).toEqual([
      ['1', '2'],
      ['30', '4'],
    ]);
    expect([typed.rows, typed.columns]).toEqual([['Young', 'r2'], TWO.columns]);
    expect(TWO.blocks[0]?.cells[1]?.[0]).toBe('3');
  });

  it('grows and shrinks in all its blocks at once', () => {
    const strata = addBlock({ ...TWO, kind: 'strata' });
    expect(strata.blocks[1]?.cells).toEqual([
      ['', ''],
      ['', ''],
    ]);
    const grown = addColumn(addRow(strata));
    expect(grown.blocks.map(({ cells }) => cells)).toEqual([
      [
        ['1', '2', ''],
        ['3', '4', ''],
        ['', '', ''],
      ],
      [
        ['', '', ''],
        ['', '', ''],
        ['', '', ''],
      ],
    ]);
    expect(removeColumn(removeRow(grown, 0), 0).blocks[0]?.cells).toEqual([
      ['4', ''],
      ['', ''],
    ]);
  });

  it('has its blocks named and taken out', () => {
    const strata = nameBlock(addBlock({ ...TWO, kind: 'strata' }), 1, 'Dry year');
    expect(strata.blocks.map(({ name }) => name)).toEqual(['', 'Dry year']);
    expect(removeBlock(strata, 0).blocks.map(({ name }) => name)).toEqual(['Dry year']);
  });

  it('becomes another kind with what the kind needs, and back again as it was', () => {
    const weighted = setKind(TWO, 'weighted');
    expect(weighted.blocks).toHaveLength(3);
    expect(setKind(weighted, 'cross').blocks[0]).toEqual(TWO.blocks[0]);
    const list = setKind(TWO, 'one-way');
    expect(list.blocks[0]?.cells[0]?.slice(0, 2)).toEqual(['1', '2']);
  });
});

describe('pasted text', () => {
  it('takes the place of the block where it has labels', () => {
    const pasted = pasteText(TWO, 0, '\tA\tB\nX\t10\t20\nY\t30\t40', 1, 1);
    expect(pasted).toMatchObject({
      rows: ['X', 'Y'],
      columns: ['A', 'B'],
      blocks: [
        {
          cells: [
            ['10', '20'],
            ['30', '40'],
          ],
        },
      ],
    });
  });

  it('goes in from the cell on where it is bare, and the paper grows with it', () => {
    const pasted = pasteText(TWO, 0, '10\t20\n30\t40', 1, 1);
    expect(pasted?.blocks[0]?.cells).toEqual([
      ['1', '2', ''],
      ['3', '10', '20'],
      ['', '30', '40'],
    ]);
    expect(pasted?.rows).toEqual(['r1', 'r2', '']);
  });

  it('is a single cell’s own where it is one', () => {
    expect(pasteText(TWO, 0, '17', 0, 0)).toBeNull();
    expect(pasteText(TWO, 0, 'seventeen', 0, 0)).toBeNull();
  });

  it('is laid out only where there is a table in it', () => {
    expect(layText(TWO, 0, 'a b\n1 2\n3 4')?.blocks[0]?.cells).toHaveLength(2);
    expect(layText(TWO, 0, '')).toBeNull();
  });
});

describe('any edit', () => {
  const edits: ((paper: Paper, k: number) => Paper)[] = [
    addRow,
    addColumn,
    addBlock,
    (given, k) => removeRow(given, k),
    (given, k) => removeColumn(given, k),
    (given, k) => setCell(given, 0, k, k, String(k)),
    (given, k) => setLabel(given, 'columns', k, `c${k}`),
    (given, k) => setKind(given, PAPER_KINDS[k % PAPER_KINDS.length]!),
    (given, k) => pasteText(given, 0, `${k}\t1\n2\t3`, k, k) ?? given,
    (given) => layText(given, 0, 'x\ty\tz\na\t1\t2\nb\t3\t4') ?? given,
  ];
  it('leaves every block as high as the rows and as wide as the columns', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(edits.length - 1), fc.nat(4)), { maxLength: 12 }), (steps) => {
        const edited = steps.reduce((given, [edit, k]) => edits[edit]!(given, k), TWO);
        expect(isWhole(edited)).toBe(true);
      }),
    );
  });
});
