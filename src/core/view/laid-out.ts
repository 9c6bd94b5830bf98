import { byId } from '../by-id.js';
import type { Shown } from '../table/shown-shape.js';
import { choicesOf, columnChoices, figuresChosen } from './figures-shown.js';
import { inColumn } from './in-column.js';
import { plainFigure } from './plain-figure.js';
import { type HeaderCell, headerRows, isCross } from './header-rows.js';
import { leftOutLines } from './left-out-lines.js';
import { askedOf, feetOf, footValues, letterOf } from './shared-lines.js';
import type { AskedLine, BlockView, Figure, FigureId, Foot, ItemView, TableView } from './types.js';

/** A cell of a table laid out in lines; it may reach over several columns and lines. */
export interface LaidCell {
  text: string;
  /** What it heads: the columns under it, the line to its right; null: it is a figure. */
  heads: 'columns' | 'line' | null;
  columns: number;
  lines: number;
}

/** A table laid out as it is shown, a cell for each figure: what a word processor or a spreadsheet can take. */
export interface LaidOut {
  title: string;
  head: LaidCell[][];
  body: LaidCell[][];
  /** What stands under it, a text and a number a line. */
  notes: [string, number][];
}

const figureCell = (text: string): LaidCell => ({ text, heads: null, columns: 1, lines: 1 });
const headOf = (text: string, columns = 1, lines = 1): LaidCell => ({ text, heads: 'columns', columns, lines });
const lineHead = (text: string, columns = 1, lines = 1): LaidCell => ({ text, heads: 'line', columns, lines });

/** Under which column of a frequency table a foot stands. */
const FOOT_UNDER: Record<Foot['id'], FigureId> = {
  base: 'n',
  aside: 'n',
  'weighted-base': 'weighted-n',
  'effective-base': 'weighted-n',
  mentions: 'mentions',
  'mentions-per-respondent': 'mentions',
  'top-two': 'column-percent',
  'bottom-two': 'column-percent',
  'net-difference': 'column-percent',
  'scale-mean': 'column-percent',
  'scale-sd': 'column-percent',
};

/** Where percentages of all are shown, the lines for who was asked; those who answered are the base. */
function askedOfFrequencies(figures: readonly Figure[], lines: readonly AskedLine[], shown: Shown): LaidCell[][] {
  return lines.map(({ label, values }) => [
    lineHead(label),
    ...figures.map((figure) => figureCell(plainFigure(figure, values[figure.id]?.[0] ?? null, shown))),
  ]);
}

/** A frequency table: its figures are its columns. */
function frequencyLines(item: ItemView, block: BlockView, shown: Shown): Pick<LaidOut, 'head' | 'body'> {
  const choices = columnChoices(shown, item);
  const figures = figuresChosen(block, choices);
  return {
    head: [[headOf(item.title), ...figures.map(({ label }) => headOf(label))]],
    body: [
      ...item.leaves.map(({ label }, row) => [
        lineHead(label),
        ...figures.map((figure) => figureCell(plainFigure(figure, figure.cells[row]?.[0] ?? null, shown))),
      ]),
      ...feetOf([block], choices).map((foot) => [
        lineHead(foot.label),
        ...figures.map(({ id }) =>
          figureCell(FOOT_UNDER[foot.id] === id ? plainFigure(foot, foot.values[0] ?? null, shown) : ''),
        ),
      ]),
      ...askedOfFrequencies(figures, askedOf([block], choices), shown),
    ],
  };
}

/** A figure by its name, with the decimals in which it is shown. */
type NamedFigure = Pick<Figure, 'id' | 'label' | 'decimals'>;

/** Figures of one item by their names, over all its blocks. */
function figureNames(item: ItemView, blocks: readonly BlockView[], shown: Shown): NamedFigure[] {
  const names: NamedFigure[] = [];
  const choices = choicesOf(shown, item);
  for (const { id, label, decimals } of blocks.flatMap((block) => figuresChosen(block, choices)))
    if (!names.some((name) => name.id === id)) names.push({ id, label, decimals });
  return names;
}

/** A cell of a line for who was asked. */
function askedCell(
  { figures, asked }: BlockView,
  { line, name, column }: { line: number; name: NamedFigure; column: number },
  shown: Shown,
): LaidCell {
  const figure = byId(figures, name.id);
  const value = asked[line]?.values[name.id]?.[column] ?? null;
  return figureCell(figure ? plainFigure({ ...figure, decimals: name.decimals }, value, shown) : '');
}

/** The lines of one item: of each category a line for each figure. */
function itemLines(view: TableView, at: number, names: readonly NamedFigure[], shown: Shown) {
  const blocks = view.blocks[at]!;
  const choices = choicesOf(shown, view.items[at]);
  const valuesOf = ({ id, decimals }: NamedFigure, row: number) =>
    blocks.flatMap((block, nest) => {
      const figure = byId(block.figures, id);
      return view.nests[nest]!.leaves.map((_, column) =>
        figureCell(
          figure
            ? plainFigure(inColumn({ ...figure, decimals }, column), figure.cells[row]?.[column] ?? null, shown)
            : '',
        ),
      );
    });
  const feet = feetOf(blocks, choices).map((foot) => [
    lineHead(foot.label, 2),
    ...blocks.flatMap((block, nest) => {
      const values = footValues(block, foot.id);
      return view.nests[nest]!.leaves.map((_, column) => figureCell(plainFigure(foot, values[column] ?? null, shown)));
    }),
  ]);
  const asked = askedOf(blocks, choices).flatMap(({ label }, line) => {
    const own = names.filter(({ id }) => blocks[0]?.asked[line]?.values[id]);
    return own.map((name, k) => [
      ...(k === 0 ? [lineHead(label, 1, own.length)] : []),
      lineHead(name.label),
      ...blocks.flatMap((block, nest) =>
        view.nests[nest]!.leaves.map((_, column) => askedCell(block, { line, name, column }, shown)),
      ),
    ]);
  });
  const lines = view.items[at]!.leaves.flatMap((leaf, row) =>
    names.map((name, k) => [
      ...(k === 0 ? [lineHead(leaf.label, 1, names.length)] : []),
      lineHead(name.label),
      ...valuesOf(name, row),
    ]),
  );
  return [...lines, ...feet, ...asked];
}

/** The text of a heading with the letter of its column, where that is shown. */
function headingText({ label, leaf, nest }: HeaderCell, view: TableView, isLettered: boolean): string {
  if (!leaf || !isLettered) return label;
  const column = view.nests[nest]!.leaves.indexOf(leaf);
  const letter = letterOf(view, nest, column);
  return letter !== null ? `${label} (${letter})` : label;
}

/** Groups across, answers down. */
function crossLines(view: TableView, shown: Shown): Pick<LaidOut, 'head' | 'body'> {
  const namesOf = view.blocks.map((blocks, at) => figureNames(view.items[at]!, blocks, shown));
  const isLettered = namesOf.flat().some(({ id }) => id === 'letters');
  const levels = headerRows(view.nests);
  const isAlone = view.items.length === 1;
  const head = levels.map((cells, level) => [
    ...(level === 0 ? [headOf(isAlone ? view.items[0]!.title : '', 2, levels.length)] : []),
    ...cells.map((cell) => headOf(headingText(cell, view, isLettered), cell.columns, cell.rows)),
  ]);
  const width = 2 + view.nests.reduce((sum, { leaves }) => sum + leaves.length, 0);
  const body = view.items.flatMap((item, at) => [
    ...(isAlone ? [] : [[lineHead(item.title, width)]]),
    ...itemLines(view, at, namesOf[at]!, shown),
  ]);
  return { head, body };
}

/** Lays a table out as it is shown: what is on the screen is in it, and the same. */
export function laidOut(view: TableView, shown: Shown): LaidOut[] {
  if (isCross(view.nests)) return [{ title: view.title, ...crossLines(view, shown), notes: leftOutLines(view) }];
  return view.items.map((item, k) => ({
    title: view.items.length > 1 ? view.blocks[k]![0]!.title : view.title,
    ...frequencyLines(item, view.blocks[k]![0]!, shown),
    notes: leftOutLines({ ...view, blocks: [view.blocks[k]!] }),
  }));
}
