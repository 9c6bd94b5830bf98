import { byId } from '../by-id.js';
import { sortKey } from '../table/sort-key.js';
import type { Display } from '../table/display.js';
import { placesIn, sharedLeaves } from './shared-leaves.js';
import type { BlockView, Figure, FigureId, Foot, Leaf, TableView } from './types.js';

/** Figures of a frequency table that say the same of an item where its answers go across. */
const TURNED: readonly FigureId[] = ['column-percent', 'all-percent', 'n', 'weighted-n', 'lower-limit', 'upper-limit'];

/** The line under a frequency table that stands in the column of bases, by figure. */
const BASE_OF: Partial<Record<FigureId, Foot['id']>> = { n: 'base', 'weighted-n': 'weighted-base' };

/** What figures are called where they are otherwise of one item alone. */
const LABELS: Partial<Record<FigureId, string>> = { 'column-percent': '%', n: 'n' };

/** What a scale comes to, in the columns behind its answers. */
const SCALE: readonly { id: Foot['id']; label: string }[] = [
  { id: 'top-two', label: 'Top two' },
  { id: 'bottom-two', label: 'Bottom two' },
  { id: 'net-difference', label: 'Top less bottom' },
  { id: 'scale-mean', label: 'Mean score' },
];

/** How items are sorted: by a column, the largest first where nothing else is said. */
type ItemSort = Pick<Display, 'sort' | 'ascending'>;

/** The answers of all items; they head columns and are no handles. */
const answersOf = ({ items }: TableView): Leaf[] =>
  sharedLeaves(items.map(({ leaves }) => leaves.filter(({ is }) => is !== 'net'))).map((leaf) => ({
    ...leaf,
    path: [],
  }));

const firstOf = (foot: Foot | undefined): number | null => foot?.values[0] ?? null;

/** The figure of all items, a line each: its base, its answers, and what its scale comes to. */
function turned(view: TableView, id: FigureId, answers: readonly Leaf[], scale: readonly Foot[]): Figure[] {
  const blocks = view.blocks.map(([block]) => block!);
  const own = blocks.flatMap((block) => byId(block.figures, id) ?? [])[0];
  if (!own) return [];
  const isMain = id === 'column-percent';
  const cells = blocks.map((block, k) => {
    const figure = byId(block.figures, id);
    const under = BASE_OF[id];
    const rows = placesIn(view.items[k]!.leaves, answers);
    return [
      under ? firstOf(byId(block.feet, under)) : null,
      ...rows.map((row) => {
        if (row >= 0) return figure?.cells[row]?.[0] ?? null;
        // Nobody gave this answer.
        return block.base > 0 && (under !== undefined || isMain) ? 0 : null;
      }),
      ...scale.map((line) => (isMain ? firstOf(byId(block.scale, line.id)) : null)),
    ];
  });
  const before = 1 + answers.length;
  const columns = cells[0]?.map((_, column) => {
    const line = scale[column - before];
    return line ? { unit: line.unit, decimals: line.decimals } : null;
  });
  return [{ ...own, label: LABELS[id] ?? own.label, cells, ...(isMain ? { columns } : {}) }];
}

/** Items by what stands in a column; those that have nothing there stand last. */
function itemOrder(figures: readonly Figure[], leaves: readonly Leaf[], { sort, ascending }: ItemSort): number[] {
  const [main] = figures;
  const places = (main?.cells ?? []).map((_, k) => k);
  const column = sort === undefined ? -1 : leaves.findIndex(({ is, code }) => is !== 'total' && code === sort);
  if (!main || column < 0) return places;
  const keyOf = (k: number) => {
    const value = main.cells[k]?.[column];
    return sortKey(typeof value === 'number' ? value : null, ascending === true);
  };
  return places.sort((a, b) => keyOf(a) - keyOf(b) || a - b);
}

/**
 * Frequency tables over one code list as one table: items down, their answers across, and behind them what a scale
 * comes to. Each line has a base of its own.
 * @param view frequency tables, an item each
 * @param sort how the items are sorted, by the code of a column; as they are listed where absent
 */
export function batteryView(view: TableView, sort: ItemSort = {}): TableView {
  const blocks = view.blocks.map(([block]) => block!);
  const answers = answersOf(view);
  const scale = SCALE.flatMap(({ id, label }) => {
    const line = blocks.flatMap((block) => byId(block.scale, id) ?? [])[0];
    return line ? [{ ...line, label }] : [];
  });
  const leaves: Leaf[] = [
    { is: 'total', code: '', label: 'Base', path: [] },
    ...answers,
    ...scale.map(({ id, label, about }): Leaf => ({ is: 'scale', code: id, label, path: [], about })),
  ];
  const figures = TURNED.flatMap((id) => turned(view, id, answers, scale));
  const order = itemOrder(figures, leaves, sort);
  const [first] = view.items;
  const items = order.map((k): Leaf => {
    const { variable, title } = view.items[k]!;
    return { is: 'item', code: String(variable), label: title, path: [], at: k, small: blocks[k]!.small[0] === true };
  });
  const none = leaves.map(() => null);
  const block: BlockView = {
    ...blocks[0]!,
    title: view.title,
    figures: figures.map((figure) => ({ ...figure, cells: order.map((k) => figure.cells[k]!) })),
    feet: [],
    scale: [],
    asked: [],
    base: Math.max(...blocks.map(({ base }) => base)),
    bases: none,
    effective: none,
    small: leaves.map(() => false),
    hidden: undefined,
    letters: none,
    leftOut: [],
  };
  return {
    title: view.title,
    items: [
      { title: 'Item', variable: first?.variable ?? 0, ordered: false, multiple: false, number: false, leaves: items },
    ],
    nests: [{ title: '', leaves }],
    blocks: [[block]],
    frequencies: view,
  };
}
