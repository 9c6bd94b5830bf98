import { LAYOUTS, type Block, type Paper, type PaperKind } from './paper.js';
import { readSheet } from './read-sheet.js';
import type { Sheet } from './sheet.js';

type Cells = readonly (readonly string[])[];

/** Cells in another size: cut, or filled up with empty ones. */
function sized(cells: Cells, height: number, width: number): string[][] {
  return Array.from({ length: height }, (_, i) => Array.from({ length: width }, (_, j) => cells[i]?.[j] ?? ''));
}

const each = (paper: Paper, change: (cells: string[][]) => string[][]): Block[] =>
  paper.blocks.map((block) => ({ ...block, cells: change(block.cells) }));

/** One block with other cells. */
const withCells = (paper: Paper, block: number, cells: (old: string[][]) => string[][]): Block[] =>
  paper.blocks.map((item, b) => (b === block ? { ...item, cells: cells(item.cells) } : item));

/** The paper in another size: labels and every block cut, or filled up with empty ones. */
function resized(paper: Paper, height: number, width: number): Paper {
  return {
    ...paper,
    rows: Array.from({ length: height }, (_, i) => paper.rows[i] ?? ''),
    columns: Array.from({ length: width }, (_, j) => paper.columns[j] ?? ''),
    blocks: each(paper, (cells) => sized(cells, height, width)),
  };
}

/** Turns the paper into another kind. What was typed stays; blocks and columns that the kind needs are added. */
export function setKind(paper: Paper, kind: PaperKind): Paper {
  const { blocks, columns, fewest } = LAYOUTS[kind];
  const blockCount = Math.max(paper.blocks.length, blocks?.length ?? 2);
  const all = Array.from({ length: blockCount }, (_, b) => paper.blocks[b] ?? { name: '', cells: [] });
  return resized(
    { ...paper, kind, blocks: all },
    Math.max(paper.rows.length, fewest.rows),
    Math.max(paper.columns.length, columns.length, fewest.columns),
  );
}

export function setCell(paper: Paper, block: number, row: number, column: number, text: string): Paper {
  const put = (cells: string[][]) =>
    cells.map((line, i) => (i === row ? line.map((old, j) => (j === column ? text : old)) : line));
  return { ...paper, blocks: withCells(paper, block, put) };
}

export function setLabel(paper: Paper, axis: 'rows' | 'columns', at: number, text: string): Paper {
  return { ...paper, [axis]: paper[axis].map((old, k) => (k === at ? text : old)) };
}

export function addRow(paper: Paper): Paper {
  return resized(paper, paper.rows.length + 1, paper.columns.length);
}

export function addColumn(paper: Paper): Paper {
  return resized(paper, paper.rows.length, paper.columns.length + 1);
}

export function removeRow(paper: Paper, row: number): Paper {
  const without = <T>(all: readonly T[]) => all.filter((_, i) => i !== row);
  return { ...paper, rows: without(paper.rows), blocks: each(paper, without) };
}

export function removeColumn(paper: Paper, column: number): Paper {
  const without = <T>(all: readonly T[]) => all.filter((_, j) => j !== column);
  return { ...paper, columns: without(paper.columns), blocks: each(paper, (cells) => cells.map(without)) };
}

export function nameBlock(paper: Paper, block: number, name: string): Paper {
  return { ...paper, blocks: paper.blocks.map((item, b) => (b === block ? { ...item, name } : item)) };
}

export function addBlock(paper: Paper): Paper {
  const cells = sized([], paper.rows.length, paper.columns.length);
  return { ...paper, blocks: [...paper.blocks, { name: '', cells }] };
}

export function removeBlock(paper: Paper, block: number): Paper {
  return { ...paper, blocks: paper.blocks.filter((_, b) => b !== block) };
}

const isEmpty = ({ rows, columns, blocks }: Paper) =>
  [...rows, ...columns, ...blocks.flatMap(({ cells }) => cells.flat())].every((text) => text === '');

/** Puts a whole sheet in the place of a block; the other blocks keep what still fits. */
function replaced(paper: Paper, block: number, { rows, columns, cells }: Sheet): Paper {
  const { columns: given, fewest } = LAYOUTS[paper.kind];
  return resized(
    { ...paper, keepTotals: false, rows, columns, blocks: withCells(paper, block, () => cells) },
    Math.max(cells.length, fewest.rows),
    Math.max(columns.length, given.length, fewest.columns),
  );
}

/** Puts cells in from a position on; the paper grows where they reach past its edge. */
function overlaid(paper: Paper, block: number, { cells }: Sheet, row: number, column: number): Paper {
  const grown = resized(
    { ...paper, keepTotals: false },
    Math.max(paper.rows.length, row + cells.length),
    Math.max(paper.columns.length, column + (cells[0]?.length ?? 0)),
  );
  const put = (old: string[][]) => old.map((line, i) => line.map((text, j) => cells[i - row]?.[j - column] ?? text));
  return { ...grown, blocks: withCells(grown, block, put) };
}

/** Lays a text out as a block. Null where there is no table in it. */
export function layText(paper: Paper, block: number, text: string): Paper | null {
  const sheet = readSheet(text);
  return sheet && replaced(paper, block, sheet);
}

/**
 * Text from the clipboard. A whole table takes the block's place when it has labels or the paper is empty; bare cells
 * go in from the position on. Null where it is not a table, but a single cell.
 */
export function pasteText(paper: Paper, block: number, text: string, row: number, column: number): Paper | null {
  const pasted = readSheet(text);
  if (!pasted || !/[\t\n]/.test(text.trim())) return null;
  const labelled = [...pasted.rows, ...pasted.columns].some((label) => label !== '');
  return labelled || isEmpty(paper) ? replaced(paper, block, pasted) : overlaid(paper, block, pasted, row, column);
}
