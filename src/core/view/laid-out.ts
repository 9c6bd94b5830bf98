import { byId } from '../by-id.js';
import type { Shown } from '../table/shown-shape.js';
import { choicesOf, columnChoices, figuresChosen } from './figures-shown.js';
import { inColumn } from './in-column.js';
import { type Ink, inkOf } from './ink.js';
import { plainFigure } from './plain-figure.js';
import { type HeaderCell, headerRows, isCross } from './header-rows.js';
import { leftOutLines } from './left-out-lines.js';
import { sweptLaidOut } from '../sweep/swept-laid-out.js';
import { askedOf, feetOf, footValues, letterOf } from './shared-lines.js';
import { summaryLaid } from './summary-laid.js';
import {
  EMPTY_CELL,
  headOf,
  type HowLaid,
  type LaidCell,
  type LaidOut,
  lineHead,
  type WriteFigure,
} from './laid-cell.js';
import type { AskedLine, BlockView, Figure, FigureId, Foot, ItemView, Leaf, TableView } from './types.js';

function figureCell(figure: Figure | Foot, value: number | string | null, { shown, write }: HowLaid, ink?: Ink | null) {
  const { unit, decimals } = figure;
  return {
    ...EMPTY_CELL,
    text: write(figure, value, shown),
    ...(typeof value === 'number' ? { figure: { value, unit, decimals } } : {}),
    ...(ink ? { ink } : {}),
  };
}

/** What heads the lines of a category, or of all; nets hold categories together, which keep their order then. */
function leafHead({ leaves }: ItemView, { is, label }: Leaf, lines = 1): LaidCell {
  const ranks = is !== 'total' && leaves.every((leaf) => leaf.is !== 'net');
  return { ...lineHead(label, 1, lines), ...(ranks ? { ranks } : {}) };
}

/** HowLaid a cell of a block is hatched, by how it departs from independence; null: not at all. */
function inkAt({ figures }: BlockView, row: number, column: number, { shown }: HowLaid): Ink | null {
  if (!shown.hatch) return null;
  const [residual, p] = (['adjusted-residual', 'adjusted-p'] as const).map(
    (id) => byId(figures, id)?.cells[row]?.[column] ?? null,
  );
  return typeof residual === 'number' && typeof p === 'number' ? inkOf(residual, p) : null;
}

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
function askedOfFrequencies(figures: readonly Figure[], lines: readonly AskedLine[], how: HowLaid): LaidCell[][] {
  return lines.map(({ label, values }) => [
    lineHead(label),
    ...figures.map((figure) => figureCell(figure, values[figure.id]?.[0] ?? null, how)),
  ]);
}

/** A frequency table: its figures are its columns. */
function frequencyLines(item: ItemView, block: BlockView, how: HowLaid): Pick<LaidOut, 'head' | 'body'> {
  const choices = columnChoices(how.shown, item);
  const figures = figuresChosen(block, choices);
  return {
    head: [[headOf(item.title), ...figures.map(({ label }) => headOf(label))]],
    body: [
      ...item.leaves.map((leaf, row) => [
        leafHead(item, leaf),
        ...figures.map((figure) => figureCell(figure, figure.cells[row]?.[0] ?? null, how)),
      ]),
      ...feetOf([block], choices).map((foot) => [
        lineHead(foot.label),
        ...figures.map(({ id }) =>
          FOOT_UNDER[foot.id] === id ? figureCell(foot, foot.values[0] ?? null, how) : EMPTY_CELL,
        ),
      ]),
      ...askedOfFrequencies(figures, askedOf([block], choices), how),
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
  how: HowLaid,
): LaidCell {
  const figure = byId(figures, name.id);
  const value = asked[line]?.values[name.id]?.[column] ?? null;
  return figure ? figureCell({ ...figure, decimals: name.decimals }, value, how) : EMPTY_CELL;
}

/** The lines of one item: of each category a line for each figure. */
function itemLines(view: TableView, at: number, names: readonly NamedFigure[], how: HowLaid) {
  const blocks = view.blocks[at]!;
  const choices = choicesOf(how.shown, view.items[at]);
  const valuesOf = ({ id, decimals }: NamedFigure, row: number, isFirst: boolean) =>
    blocks.flatMap((block, nest) => {
      const figure = byId(block.figures, id);
      return view.nests[nest]!.leaves.map((leaf, column) => {
        // The base of an item of a battery is a count, and no share.
        const isBase = leaf.is === 'total' && view.frequencies !== undefined;
        if (!figure || (isBase && figure.unit === 'percent')) return EMPTY_CELL;
        const ink = isFirst ? inkAt(block, row, column, how) : null;
        return figureCell(inColumn({ ...figure, decimals }, column), figure.cells[row]?.[column] ?? null, how, ink);
      });
    });
  const feet = feetOf(blocks, choices).map((foot) => [
    lineHead(foot.label, 2),
    ...blocks.flatMap((block, nest) => {
      const values = footValues(block, foot.id);
      return view.nests[nest]!.leaves.map((_, column) => ({
        ...figureCell(foot, values[column] ?? null, how),
        ...(foot.id === 'base' && block.small[column] === true ? { small: true as const } : {}),
      }));
    }),
  ]);
  const asked = askedOf(blocks, choices).flatMap(({ label }, line) => {
    const own = names.filter(({ id }) => blocks[0]?.asked[line]?.values[id]);
    return own.map((name, k) => [
      ...(k === 0 ? [lineHead(label, 1, own.length)] : []),
      lineHead(name.label),
      ...blocks.flatMap((block, nest) =>
        view.nests[nest]!.leaves.map((_, column) => askedCell(block, { line, name, column }, how)),
      ),
    ]);
  });
  const lines = view.items[at]!.leaves.flatMap((leaf, row) =>
    names.map((name, k) => [
      ...(k === 0 ? [leafHead(view.items[at]!, leaf, names.length)] : []),
      lineHead(name.label),
      ...valuesOf(name, row, k === 0),
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
function crossLines(view: TableView, how: HowLaid): Pick<LaidOut, 'head' | 'body'> {
  const namesOf = view.blocks.map((blocks, at) => figureNames(view.items[at]!, blocks, how.shown));
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
    ...itemLines(view, at, namesOf[at]!, how),
  ]);
  return { head, body };
}

/**
 * Lays a table out as it is shown: what is on the screen is in it, and the same.
 * @param write how its figures are written; without thousands set apart, for a clipboard, where nothing is said
 */
export function laidOut(view: TableView, shown: Shown, write: WriteFigure = plainFigure): LaidOut[] {
  const how = { shown, write };
  const { summary, sweep } = view;
  if (sweep) return [sweptLaidOut(view.title, sweep.lines, leftOutLines(view))];
  if (summary) return [{ title: view.title, ...summaryLaid(view, summary, how), notes: leftOutLines(view) }];
  if (isCross(view.nests)) return [{ title: view.title, ...crossLines(view, how), notes: leftOutLines(view) }];
  return view.items.map((item, k) => ({
    title: view.items.length > 1 ? view.blocks[k]![0]!.title : view.title,
    ...frequencyLines(item, view.blocks[k]![0]!, how),
    notes: leftOutLines({ ...view, blocks: [view.blocks[k]!] }),
  }));
}
