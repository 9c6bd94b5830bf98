import type { Assessment } from '../assess.js';
import { effectiveBase, figuresOf, mentionShare, type Percent, share } from '../table/share.js';
import type { Category, LeftOut, Table } from '../table/tabulate.js';
import { arrange } from '../table/order.js';
import { scalePlacesOf } from '../table/scale-order.js';
import { asShown, inTable, type Mark, marksOf } from './marks.js';
import type { Answer } from './types.js';

/** A figure of each cell, row by row as the table stands; null where a cell has none. */
type Figure = (number | null)[][];

/** A table whole: what a client needs to show it, and all that is said of it. */
export interface TableAnswer {
  title: string;
  rows: Category[];
  /** Null for a frequency table: each figure has one column then. */
  columns: Category[] | null;
  /** Respondents in the table, by column, and by row whatever the column. */
  base: number;
  columnBases: number[];
  rowTotals: number[];
  weighted: {
    by: string;
    base: number;
    columnBases: number[];
    rowTotals: number[];
    effectiveBase: number;
    effectiveColumnBases: number[];
  } | null;
  /** Mentions of a multiple-response question; null where respondents are in one row each. */
  mentions: { columns: number[]; total: number } | null;
  total: number;
  leftOut: LeftOut[];
  /** By id; percentages from 0 to 100. */
  figures: Record<string, Figure>;
  tests: Assessment['tests'];
  measures: Assessment['measures'];
  /** In scale order, without empty rows and columns, as `assess` gives them; null where nothing is compared. */
  cells: Assessment['cells'];
  cautions: Assessment['cautions'];
  absent: Assessment['absent'];
  reading: Answer[];
}

const hundred = (part: number | null) => (part === null ? null : 100 * part);

/** Each cell of a table, or of its one column. */
function cellsOf(table: Table, figure: (i: number, j: number | null) => number | null): Figure {
  const columns = table.columns ? table.columns.categories.map((_, j) => j) : [null];
  return table.rows.categories.map((_, i) => columns.map((j) => figure(i, j)));
}

/** Counts and percentages. */
function plainFigures(table: Table): Record<string, Figure> {
  const { weighted, mentions, columns } = table;
  const percent = (of: Percent) => cellsOf(table, (i, j) => hundred(share(table, of, i, j)));
  const sums = figuresOf(table);
  const running = sums.rowTotals.map((_, i) => sums.rowTotals.slice(0, i + 1).reduce((a, b) => a + b, 0));
  const at = (cells: readonly (readonly number[])[], totals: readonly number[]) =>
    cellsOf(table, (i, j) => (j === null ? totals[i] : cells[i]?.[j]) ?? 0);
  return {
    n: at(table.cells, table.rowTotals),
    ...(weighted ? { 'weighted-n': at(weighted.sums.cells, weighted.sums.rowTotals) } : {}),
    'column-percent': percent('column'),
    ...(columns ? { 'row-percent': percent('row'), 'total-percent': percent('total') } : {}),
    ...(mentions ? { 'mentions-percent': cellsOf(table, (i, j) => hundred(mentionShare(table, i, j))) } : {}),
    ...(!columns && !mentions && sums.base > 0
      ? { 'cumulative-percent': running.map((sum) => [(100 * sum) / sums.base]) }
      : {}),
  };
}

/** What each cell says beside its count, in the table's own shape. */
function testedFigures(table: Table, assessment: Assessment | null): Record<string, Figure> {
  const marks = marksOf(table, assessment);
  if (!marks) return {};
  const of = (take: (mark: Mark) => number): Figure => marks.map((row) => row.map((mark) => mark && take(mark)));
  return {
    expected: of(({ expected }) => expected),
    ...(assessment?.cells ? wholeCells(table, assessment) : {}),
    'adjusted-residual': of(({ residual }) => residual),
    'adjusted-p': of(({ p }) => p),
  };
}

/** Pearson residuals and contributions, from scale order into the table's own. */
function wholeCells(table: Table, { cells, dropped }: Assessment): Record<string, Figure> {
  if (!cells) return {};
  const places = scalePlacesOf(table);
  const scaled = arrange(table, places);
  const of = (figure: readonly (readonly number[])[]): Figure =>
    asShown(
      inTable(scaled, dropped, (i, j) => figure[i]?.[j] ?? null),
      places,
    );
  return { residual: of(cells.pearsonResidual), contribution: of(cells.contribution) };
}

/** A table with everything that is worked out of it, for a client. */
export function tableAnswer(
  title: string,
  table: Table,
  assessment: Assessment | null,
  reading: Answer[],
): TableAnswer {
  const { weighted } = table;
  return {
    title,
    rows: [...table.rows.categories],
    columns: table.columns ? [...table.columns.categories] : null,
    base: table.base,
    columnBases: table.columnBases,
    rowTotals: table.rowTotals,
    weighted: weighted && {
      by: weighted.by,
      base: weighted.sums.base,
      columnBases: weighted.sums.columnBases,
      rowTotals: weighted.sums.rowTotals,
      effectiveBase: effectiveBase(table),
      effectiveColumnBases: table.columnBases.map((_, j) => effectiveBase(table, j)),
    },
    mentions: table.mentions,
    total: table.total,
    leftOut: table.leftOut ?? [],
    figures: { ...plainFigures(table), ...testedFigures(table, assessment) },
    tests: assessment?.tests ?? {},
    measures: assessment?.measures ?? {},
    cells: assessment?.cells ?? null,
    cautions: assessment?.cautions ?? [],
    absent: assessment?.absent ?? [],
    reading,
  };
}
