import { tableName } from '../../core/report/captioned.js';
import { byId } from '../../core/by-id.js';
import { type Report, type ReportTable, tablesOf } from '../../core/report/report.js';
import { choicesOf, columnChoices, figuresChosen } from '../../core/view/figures-shown.js';
import { isCross } from '../../core/view/header-rows.js';
import { feetOf, footValues } from '../../core/view/shared-lines.js';
import type { SweptMeasure } from '../../core/sweep/types.js';
import type { BlockView, Figure, Leaf, Sweep, TableView } from '../../core/view/types.js';
import { writeCsv } from '../csv-write.js';

const COLUMNS = [
  'study',
  'wave',
  'made',
  'table',
  'caption',
  'filter',
  'weight',
  'frozen',
  'view',
  'row variable',
  'row code',
  'row',
  'column variable',
  'column code',
  'column',
  'base',
  'figure',
  'unit',
  'value',
] as const;

type Cell = string | number | null;

const labelOf = (leaf: Leaf) => (leaf.path.length > 1 ? leaf.path.map(({ label }) => label).join(' > ') : leaf.label);

/** The figures of a block in a file: counts, on which all rests, and those that are shown. */
function figuresOf(view: TableView, item: number, block: BlockView, { shown }: ReportTable): Figure[] {
  const own = view.items[item]!;
  const choices = isCross(view.nests) ? choicesOf(shown, own) : columnChoices(shown, own);
  const chosen = figuresChosen(block, choices);
  const counts = (['n', 'weighted-n'] as const).flatMap((id) => byId(block.figures, id) ?? []);
  return [...counts.filter(({ id }) => !byId(chosen, id)), ...chosen];
}

/** The lines of a block, a figure each; figures that a cell has not are left away. */
function blockLines(table: ReportTable, view: TableView, item: number, nest: number): Cell[][] {
  const block = view.blocks[item]![nest]!;
  const { title, leaves } = view.items[item]!;
  const across = view.nests[nest]!;
  const places = across.leaves.map((leaf) => [across.title, leaf.code, labelOf(leaf)]);
  const cells = figuresOf(view, item, block, table).flatMap((figure) =>
    figure.cells.flatMap((line, row) =>
      line.flatMap((value, column): Cell[][] => {
        const leaf = leaves[row];
        if (value === null || value === '' || !leaf) return [];
        const unit = figure.columns?.[column]?.unit ?? figure.unit;
        const where = [title, leaf.code, labelOf(leaf), ...(places[column] ?? []), block.bases[column] ?? null];
        return [[...where, figure.id, unit, value]];
      }),
    ),
  );
  const choices = choicesOf(table.shown, view.items[item]);
  const feet = feetOf([block], choices).flatMap((foot) =>
    footValues(block, foot.id).flatMap((value, column): Cell[][] =>
      value === null
        ? []
        : [[title, '', '', ...(places[column] ?? []), block.bases[column] ?? null, foot.id, foot.unit, value]],
    ),
  );
  return [...cells, ...feet];
}

/** What is tested of the variables of a summary, a figure each. */
function testedLines({ items, nests, summary }: TableView): Cell[][] {
  const by = nests[0]?.title ?? '';
  return (summary?.statistics ?? []).flatMap(({ test, adjustedP, measure }, k) => {
    const where = [items[k]?.title ?? '', '', '', by, '', '', null];
    return [
      ...(test ? [[...where, `${test.id} p`, 'p', test.p]] : []),
      ...(adjustedP === null ? [] : [[...where, 'adjusted p', 'p', adjustedP]]),
      ...(measure ? [[...where, measure.id, 'coefficient', measure.value]] : []),
    ];
  });
}

const coefficients = (measure: SweptMeasure | null): [string, number][] => {
  if (!measure) return [];
  const { id, value, lower, upper } = measure;
  const ends =
    lower === null || upper === null
      ? []
      : ([
          [`${id} lower`, lower],
          [`${id} upper`, upper],
        ] as const);
  return [[id, value], ...ends.map(([name, end]): [string, number] => [name, end])];
};

/** What a sweep says of its tables, a figure each. */
function sweptFigures({ lines }: Sweep): Cell[][] {
  return lines.flatMap(({ title, byTitle, n, test, adjustedP, strength, gamma, direction }) => {
    const where = [title, '', '', byTitle, '', '', n];
    const groups = (direction?.groups ?? []).flatMap(({ label, value }): Cell[][] => {
      const { of, unit } = direction!;
      const as = unit === 'percent' ? ['column-percent', unit] : ['mean', 'value'];
      return value === null ? [] : [[title, '', unit === 'percent' ? of : '', byTitle, '', label, null, ...as, value]];
    });
    return [
      [...where, 'n', 'count', n],
      ...(test ? [[...where, `${test.id} p`, 'p', test.p]] : []),
      ...(adjustedP === null ? [] : [[...where, 'adjusted p', 'p', adjustedP]]),
      ...[...coefficients(strength), ...coefficients(gamma)].map(([id, value]) => [...where, id, 'coefficient', value]),
      ...groups,
    ];
  });
}

/** All figures of a table that are shown. */
function figuresIn(table: ReportTable, view: TableView): Cell[][] {
  if (view.sweep) return sweptFigures(view.sweep);
  const blocks = view.blocks.flatMap((line, item) => line.flatMap((_, nest) => blockLines(table, view, item, nest)));
  return [...blocks, ...testedLines(view)];
}

/** A report as one figure a line, at full precision, for whoever reads it with a program. */
export function tidyReport(report: Report): string {
  const factOf = (name: string) => report.facts.find(({ what }) => what === name)?.text ?? '';
  const of = [factOf('Study'), factOf('Wave'), factOf('Made')];
  const lines = tablesOf(report).flatMap((table) => {
    const { number, handed, caption, filter, weight, frozen, views } = table;
    // A program counts tables; a picture that stands alone is told apart by its name.
    const called = handed === 'picture' ? tableName(table) : number;
    return views.flatMap((view) => {
      const known = [
        ...of,
        called,
        caption,
        filter,
        weight ?? '',
        frozen?.at ?? '',
        views.length > 1 ? view.title : '',
      ];
      return figuresIn(table, view).map((cells) => [...known, ...cells]);
    });
  });
  return writeCsv([COLUMNS, ...lines]);
}
