import { byId } from '../by-id.js';
import type { FigureChoice } from '../table/figure-choice.js';
import type { Shown } from '../table/shown-shape.js';
import { choicesOf, columnChoices, figuresChosen, isChosen } from './figures-shown.js';
import { isCross, isTitled } from './header-rows.js';
import { leftOutLines } from './left-out-lines.js';
import { sweptGrid } from '../sweep/swept-grid.js';
import { askedOf, feetOf, footValues, letterOf } from './shared-lines.js';
import { apart } from './apart.js';
import type { LaidCell } from './laid-cell.js';
import { gridOf } from './placed-cells.js';
import type { GridCell } from './grid-cell.js';
import { plainFigure } from './plain-figure.js';
import { summaryLaid } from './summary-laid.js';
import type { BlockView, Figure, FigureId, ItemView, Leaf, Summary, Sweep, TableView } from './types.js';

/** Which figures a file has beside counts; column percentages where nothing is said. */
export type GridAsked = Pick<Shown, 'figures'>;

const COUNT: FigureChoice = { figure: 'count' };
const USUAL: readonly FigureChoice[] = [{ figure: 'column-percent' }];
/** What stands behind what was chosen, where there is one. */
const BEHIND: readonly FigureChoice[] = [{ figure: 'mentions-percent' }, { figure: 'average-place' }];

/** Sums of weights, percentages and places to four decimals; what is tested as exact as it is. */
const ROUNDED: readonly Figure['unit'][] = ['count', 'percent', 'points', 'index', 'place', 'value'];
const rounded = (value: number) => Math.round(value * 1e4) / 1e4;

/** Figures that have none for all together. */
const isOfCells = ({ cells }: Figure) => cells.every(([all]) => all === null);

/** The columns of a file under one nest: a figure of a leaf each, categories first, all together behind them. */
interface FileColumn {
  figure: FigureId;
  label: string;
  leaf: Leaf;
  at: number;
}

/** The figures of an item in a file: counts, on which all rests, are always among them. */
function choicesIn({ nests }: TableView, item: ItemView, asked: GridAsked): readonly FigureChoice[] {
  if (!isCross(nests)) {
    const columns = columnChoices(asked, item);
    return isChosen(columns, 'count') ? columns : [COUNT, ...columns];
  }
  if (item.number) return [COUNT, ...choicesOf(asked, item)];
  return [COUNT, ...(item.figures ?? asked.figures ?? USUAL), ...BEHIND];
}

/** What stands in the columns under one nest, over all items; a figure that one of them has not is blank there. */
function columnsUnder(view: TableView, nest: number, asked: GridAsked): FileColumn[] {
  const blocks = view.blocks.map((line) => line[nest]!);
  const ids = [
    ...new Set(
      blocks.flatMap((block, item) =>
        figuresChosen(block, choicesIn(view, view.items[item]!, asked)).map(({ id }) => id),
      ),
    ),
  ];
  const leaves = view.nests[nest]!.leaves.map((leaf, at) => ({ leaf, at }));
  const placed = [...leaves.slice(1), ...leaves.slice(0, 1)];
  return ids.flatMap((figure) => {
    const own = blocks.flatMap(({ figures }) => byId(figures, figure) ?? []);
    const label = [...new Set(own.map((item) => item.label))].join(' / ');
    const hasSome = (at: number) => own.some(({ cells }) => cells.some((line) => (line[at] ?? null) !== null));
    const shown = placed
      .filter(({ leaf }) => leaf.is !== 'total' || !own.every(isOfCells))
      .filter(({ leaf, at }) => leaf.is !== 'scale' || hasSome(at));
    return shown.map(({ leaf, at }) => ({ figure, label, leaf, at }));
  });
}

function valueOf({ figures }: BlockView, { figure: id, at }: FileColumn, row: number): GridCell {
  const figure = byId(figures, id);
  const value = figure?.cells[row]?.[at] ?? null;
  return typeof value === 'number' && figure && ROUNDED.includes(figure.unit) ? rounded(value) : value;
}

/** The heading of a file: a line for each level, what the figure is in the last. */
function headingsOf(view: TableView, columns: readonly FileColumn[][]): GridCell[][] {
  const [item, ...others] = view.items;
  const corner = item && others.length === 0 ? item.title : '';
  const depth = Math.max(1, ...columns.flat().map(({ leaf }) => leaf.path.length));
  const isLettered = columns.flat().some(({ figure }) => figure === 'letters');
  const letterAt = (nest: number, at: number) => (isLettered ? letterOf(view, nest, at) : null);
  const last = columns.flatMap((under, nest) =>
    under.map(({ leaf, label, at }) => {
      const own = leaf.path.at(-1)?.label ?? leaf.label;
      const letter = letterAt(nest, at);
      if (leaf.is === 'scale') return own;
      return own === '' ? label : `${own}${letter === null ? '' : ` (${letter})`}: ${label}`;
    }),
  );
  const above = Array.from({ length: depth - 1 }, (_, level) =>
    columns.flatMap((under) => under.map(({ leaf }) => (level < leaf.path.length - 1 ? leaf.path[level]!.label : ''))),
  );
  const titles = isTitled(view.nests) ? [columns.flatMap((under, k) => under.map(() => view.nests[k]!.title))] : [];
  return [...[...titles, ...above].map((line) => ['', ...line]), [corner, ...last]];
}

/** The lines under the rows of an item; bases stand in the columns of the counts, what a scale comes to in shares. */
function footLines(
  blocks: readonly BlockView[],
  columns: readonly FileColumn[][],
  choices: readonly FigureChoice[],
): GridCell[][] {
  return feetOf(blocks, choices).map(({ id, label, unit }) => [
    label,
    ...columns.flatMap((under, nest) => {
      const values = footValues(blocks[nest], id);
      // Shares and means never stand in a column of counts.
      const ofShares = under.find(({ figure }) => figure === 'column-percent') ?? under[0];
      const place = unit === 'count' ? under[0] : ofShares;
      return under.map(({ figure, at }): GridCell => {
        const value = figure === place?.figure ? (values[at] ?? null) : null;
        return value === null ? null : rounded(value);
      });
    }),
  ]);
}

/** The lines for who was asked, where percentages of all are among the figures. */
const askedInFile = (
  blocks: readonly BlockView[],
  columns: readonly FileColumn[][],
  choices: readonly FigureChoice[],
): GridCell[][] =>
  askedOf(blocks, choices).map(({ label }, line) => [
    label,
    ...columns.flatMap((under, nest) =>
      under.map(({ figure, at }): GridCell => {
        const value = blocks[nest]?.asked[line]?.values[figure]?.[at] ?? null;
        return value === null ? null : rounded(value);
      }),
    ),
  ]);

/** Without the blanks at its end. */
function trimmed(line: GridCell[]): GridCell[] {
  const end = line.findLastIndex((cell) => cell !== null);
  return line.slice(0, end + 1);
}

/** A summary as lines for a file: each figure in a cell of its own, and under it what is said of it. */
function summaryGrid(view: TableView, summary: Summary): GridCell[][] {
  const how = { shown: { hatch: false }, write: plainFigure };
  const { head, body } = apart({ title: view.title, ...summaryLaid(view, summary, how), notes: [] });
  const valueIn = ({ text, figure }: LaidCell): GridCell => {
    if (!figure) return text === '' ? null : text;
    return ROUNDED.includes(figure.unit) ? rounded(figure.value) : figure.value;
  };
  const lines = gridOf<GridCell>([...head, ...body], valueIn, null).map(trimmed);
  return [[view.title], ...lines, [], ...summary.notes.map((text) => [text]), [], ...leftOutLines(view)];
}

/** A sweep as lines for a file, with what is said under it. */
const sweepGrid = (view: TableView, { lines, notes }: Sweep): GridCell[][] => [
  ...sweptGrid(view.title, lines),
  [],
  ...notes.map((text) => [text]),
  [],
  ...leftOutLines(view),
];

/**
 * A table as lines for a file: the sentence, a heading, a line for each category, the bases and who was left out.
 * Counts and percentages never share a column; percentages say what they are of.
 */
export function asGrid(view: TableView, asked: GridAsked): GridCell[][] {
  if (view.sweep) return sweepGrid(view, view.sweep);
  if (view.summary) return summaryGrid(view, view.summary);
  const columns = view.nests.map((_, nest) => columnsUnder(view, nest, asked));
  const body = view.items.flatMap((item, i) => {
    const blocks = view.blocks[i]!;
    const choices = choicesIn(view, item, asked);
    return [
      ...(view.items.length > 1 ? [[item.title]] : []),
      ...item.leaves.map((leaf, row): GridCell[] => [
        leaf.label,
        ...columns.flatMap((under, nest) => under.map((column) => valueOf(blocks[nest]!, column, row))),
      ]),
      ...footLines(blocks, columns, choices).map(trimmed),
      ...askedInFile(blocks, columns, choices).map(trimmed),
    ];
  });
  return [[view.title], ...headingsOf(view, columns), ...body, [], ...leftOutLines(view)];
}
