import { byId } from '../by-id.js';
import type { Assessment } from '../assess/types.js';
import type { Answer } from '../reading/types.js';
import type { Category, LeftOut } from '../table/table.js';
import type { AskedLine, BlockView, Figure as ViewFigure, FigureId, Foot, Leaf, TableView } from './types.js';

/** A figure of each cell, row by row as the table stands; null where a cell has none. */
type Figure = (number | null)[][];

/** A line of an answer: a category, or a net of several. */
type AnswerLine = Omit<Category, 'kind'> & Pick<Leaf, 'depth'> & { kind: Category['kind'] | 'net' };

/** A table whole: what a client needs to show it, and all that is said of it. */
export interface TableAnswer {
  title: string;
  rows: AnswerLine[];
  /** Null for a frequency table: each figure has one column then. */
  columns: Category[] | null;
  /** Respondents in the table, by column, and by row over all columns. */
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
  /** The same of all columns together, a value for each row, where there are groups across. */
  all: Record<string, (number | null)[]> | null;
  /** Of a scale in the rows, by id: what it comes to, of all and in each column. */
  scale: Record<string, { label: string; all: number | null; columns: (number | null)[] | null }>;
  /** Who was asked: who answered, each kind of no answer, and all of them; by id of the figure, as those of cells. */
  asked: {
    is: AskedLine['is'];
    label: string;
    all: Record<string, number | null>;
    columns: Record<string, (number | null)[]> | null;
  }[];
  /** Columns compared two by two, where that was asked for: the letter of each, and those above which a cell stands. */
  letters: { columns: (string | null)[]; cells: string[][] } | null;
  tests: Assessment['tests'];
  measures: Assessment['measures'];
  /** In scale order, without empty rows and columns, as `assess` gives them; null where nothing is compared. */
  cells: Assessment['cells'];
  means: Assessment['means'];
  cautions: Assessment['cautions'];
  absent: Assessment['absent'];
  reading: Answer[];
}

const numberOrNull = (value: number | string | null | undefined) => (typeof value === 'number' ? value : null);

const categoryOf = ({ is, code, label, path }: Leaf): Category[] =>
  is === 'total' || is === 'net' || is === 'item' || is === 'scale'
    ? []
    : [{ code, label, kind: is, ...(path.length > 1 ? { path } : {}) }];

function lineOf(leaf: Leaf): AnswerLine[] {
  const { is, code, label, depth } = leaf;
  const lines = is === 'net' ? [{ code, label, kind: is }] : categoryOf(leaf);
  return lines.map((line) => ({ ...line, ...(depth === undefined ? {} : { depth }) }));
}

/** Without the column of all, where there are others. */
const ownColumns = <T>(values: readonly T[]): T[] => (values.length > 1 ? values.slice(1) : [...values]);

/** What each cell says in the letters that are not shown as numbers. */
function lettersIn({ figures, letters }: BlockView): TableAnswer['letters'] {
  const figure = byId(figures, 'letters');
  if (!figure) return null;
  return {
    columns: letters.slice(1),
    cells: figure.cells.map((line) => line.slice(1).map((cell) => String(cell ?? ''))),
  };
}

/** Lines of numbers under a block. */
function footOf({ feet }: BlockView, id: Foot['id']): { all: number; each: number[] } | null {
  const foot = byId(feet, id);
  if (!foot) return null;
  const [all, ...each] = foot.values.map((value) => value ?? 0);
  // A frequency table has one column, and all are in it.
  return { all: all ?? 0, each: each.length > 0 ? each : [all ?? 0] };
}

const firstColumn = (figure: ViewFigure | undefined) => (figure?.cells ?? []).map(([all]) => numberOrNull(all) ?? 0);

/** One block of a table with everything that is worked out of it, for a client. */
export function blockAnswer(
  { items, nests, blocks }: TableView,
  at: { item: number; nest: number },
  assessment: Assessment | null,
  reading: Answer[],
): TableAnswer {
  const block = blocks[at.item]![at.nest]!;
  const columns = nests[at.nest]!.leaves.flatMap(categoryOf);
  const figure = (id: FigureId) => byId(block.figures, id);
  const [weighted, effective, mentions] = (['weighted-base', 'effective-base', 'mentions'] as const).map((id) =>
    footOf(block, id),
  );
  const base = footOf(block, 'base');
  const numbers = block.figures.filter(({ unit }) => unit !== 'text');
  const ofAll = numbers.map(({ id, cells }) => [id, cells.map(([all]) => numberOrNull(all))] as const);
  return {
    title: block.title,
    rows: items[at.item]!.leaves.flatMap(lineOf),
    columns: columns.length === 0 ? null : columns,
    base: block.base,
    columnBases: base?.each ?? [],
    rowTotals: firstColumn(figure('n')),
    weighted:
      block.weightedBy !== null && weighted && effective
        ? {
            by: block.weightedBy,
            base: weighted.all,
            columnBases: weighted.each,
            rowTotals: firstColumn(figure('weighted-n')),
            effectiveBase: effective.all,
            effectiveColumnBases: effective.each,
          }
        : null,
    mentions: mentions ? { columns: mentions.each, total: mentions.all } : null,
    total: block.total,
    leftOut: block.leftOut,
    figures: Object.fromEntries(
      numbers.map(({ id, cells }) => [id, cells.map((line) => ownColumns(line).map(numberOrNull))]),
    ),
    all:
      columns.length === 0
        ? null
        : Object.fromEntries(ofAll.filter(([, values]) => values.some((value) => value !== null))),
    scale: Object.fromEntries(
      block.scale.map(({ id, label, values: [all = null, ...each] }) => [
        id,
        { label, all, columns: columns.length === 0 ? null : each },
      ]),
    ),
    asked: block.asked.map(({ is, label, values }) => {
      const own = Object.entries(values);
      return {
        is,
        label,
        all: Object.fromEntries(own.map(([id, [all = null]]) => [id, all])),
        columns: columns.length === 0 ? null : Object.fromEntries(own.map(([id, [, ...each]]) => [id, each])),
      };
    }),
    letters: lettersIn(block),
    tests: assessment?.tests ?? {},
    measures: assessment?.measures ?? {},
    cells: assessment?.cells ?? null,
    means: assessment?.means ?? null,
    cautions: assessment?.cautions ?? [],
    absent: assessment?.absent ?? [],
    reading,
  };
}
