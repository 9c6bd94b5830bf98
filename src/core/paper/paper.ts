import type { Metric } from '../statistic/subjects.js';
import type { Sheet } from './sheet.js';
import type { Side } from './table-of-sheet.js';

/** What a table on paper can be. */
export const PAPER_KINDS = ['cross', 'strata', 'weighted', 'one-way', 'multiple', 'related', 'codings'] as const;
export type PaperKind = (typeof PAPER_KINDS)[number];

/** One sheet of cells; several share their rows and columns. */
export interface Block {
  name: string;
  cells: string[][];
}

/**
 * All that is typed on the page of a table on paper. What one kind does not use is kept for when it is chosen again.
 */
export interface Paper {
  kind: PaperKind;
  rows: string[];
  columns: string[];
  /** At least one; strata are blocks, and so are counts, sums and squares of weights. */
  blocks: Block[];
  sides: { rows: Side; columns: Side };
  /** Title of the variable that splits strata. */
  within: string;
  metric: Metric;
  keepTotals: boolean;
}

/** How a kind is laid out. */
export interface Layout {
  /** Names of the blocks; null where they are strata, whose names are typed. */
  blocks: readonly string[] | null;
  /** Names of the first columns, where they are given and not typed. */
  columns: readonly string[];
  /** Whether there can be more columns than those. */
  growing: boolean;
  /** What a row and a column are called before they have a label. */
  row: string;
  column: string;
  /** What the first row holds, where that is set. */
  firstRow: string | null;
  fewest: { rows: number; columns: number };
}

const PLAIN: Layout = {
  blocks: ['Counts'],
  columns: [],
  growing: true,
  row: 'Row',
  column: 'Column',
  firstRow: null,
  fewest: { rows: 2, columns: 2 },
};

export const LAYOUTS: Record<PaperKind, Layout> = {
  cross: PLAIN,
  strata: { ...PLAIN, blocks: null },
  weighted: { ...PLAIN, blocks: ['Respondents', 'Sums of weights', 'Sums of squared weights'] },
  'one-way': {
    ...PLAIN,
    columns: ['Count', 'Expected share'],
    growing: false,
    row: 'Category',
  },
  multiple: { ...PLAIN, row: 'Option', column: 'Group', firstRow: 'Everyone asked' },
  related: {
    ...PLAIN,
    columns: ['Respondents'],
    row: 'Pattern',
    column: 'Question',
    fewest: { rows: 1, columns: 3 },
  },
  codings: { ...PLAIN, row: 'Unit', column: 'Coder', fewest: { rows: 1, columns: 2 } },
};

/** How many columns of the paper a kind shows. */
function widthOf({ kind, columns }: Paper): number {
  return LAYOUTS[kind].growing ? columns.length : LAYOUTS[kind].columns.length;
}

/** How many blocks a kind shows. */
export function blocksOf({ kind, blocks }: Paper): number {
  return LAYOUTS[kind].blocks?.length ?? blocks.length;
}

/** One block as it stands on the page, under the labels that the kind gives. */
export function sheetOf(paper: Paper, block: number): Sheet {
  const { columns: given, firstRow } = LAYOUTS[paper.kind];
  const width = widthOf(paper);
  const blank = (label: string | undefined, other: string | undefined) =>
    label === undefined || label.trim() === '' ? (other ?? '') : label;
  return {
    rows: paper.rows.map((label, i) => (i === 0 && firstRow !== null ? blank(label, firstRow) : label)),
    columns: paper.columns.slice(0, width).map((label, j) => given[j] ?? label),
    cells: (paper.blocks[block]?.cells ?? []).map((line) => line.slice(0, width)),
  };
}
