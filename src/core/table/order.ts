import { figuresOf } from './share.js';
import { type Net, netsOf } from './net.js';
import { isAnswered, netTable } from './net-table.js';
import type {
  Category,
  NetTotals,
  SilentLine,
  SilentTotals,
  Table,
  TableAxis,
  TableNets,
  Together,
  Totals,
} from './table.js';

/** How the rows of a table stand: as the code list has them, or the most frequent first. */
export const ROW_ORDERS = ['list', 'frequency'] as const;
type RowOrder = (typeof ROW_ORDERS)[number];

/** Labels that sum up what is no category of its own. */
const LAST = /^(other|others|something else|none|nothing|don.?t know|not sure|no answer)\b/i;

/** For each category of an axis, how far down it is shown where the variable says so; those not named stand behind. */
function shownRanks({ variable, categories }: TableAxis): number[] {
  const { shownOrder = [] } = variable;
  const place = new Map(shownOrder.map((code, k) => [code, k]));
  return categories.map(({ code }) => place.get(code) ?? shownOrder.length);
}

/** In what the rows of a table are sorted, the most first: in all, or in one column; null: as they are listed. */
function sortedIn(table: Table, { order, sort }: Display): readonly number[] | null {
  const { rowTotals, cells } = figuresOf(table);
  const column = sort === undefined ? -1 : (table.columns?.categories.findIndex(({ code }) => code === sort) ?? -1);
  if (column >= 0) return cells.map((line) => line[column] ?? 0);
  return order === 'frequency' ? rowTotals : null;
}

/** By what a row stands where it does: the least first, one after the other. */
type Key = readonly [rank: number, own: number, place: number];

const byKey = (a: Key, b: Key) => a[0] - b[0] || a[1] - b[1] || a[2] - b[2];

/**
 * Rows by the keys of the nets that they are in, the outermost first, and their own: categories of a net stay together,
 * and it stands where it should itself.
 */
function byKeys(a: readonly Key[], b: readonly Key[]): number {
  const differ = a.findIndex((key, level) => byKey(key, b[level] ?? key) !== 0);
  const [own, other] = [a[differ], b[differ]];
  return own && other ? byKey(own, other) : 0;
}

/** The places of a table's rows in another order. Ties stay as they stood; who mentioned nothing stands last. */
function rowPlaces(table: Table, display: Display): number[] {
  const { last = false } = display;
  const sorted = sortedIn(table, display);
  const rank = ({ kind, label }: Category) =>
    kind !== 'answer' && kind !== 'option' ? 2 : last && LAST.test(label.trim()) ? 1 : 0;
  const { categories } = table.rows;
  const shown = shownRanks(table.rows);
  const own = (i: number) => (sorted ? -(sorted[i] ?? 0) : (shown[i] ?? 0));
  const least = (values: readonly number[]) => Math.min(...values);
  const nets = table.nets?.of ?? [];
  const sums = nets.length === 0 ? [] : (sortedIn(netTable(table), display) ?? []);
  const keyOfNet = (net: Net): Key => {
    const members = categories.flatMap(({ code, kind }, i) =>
      isAnswered(kind) && net.codes.includes(code) ? [i] : [],
    );
    return [0, sorted ? -(sums[nets.indexOf(net)] ?? 0) : least(members.map(own)), least(members)];
  };
  const keys = categories.map((category, i): Key[] => {
    const chain = isAnswered(category.kind) ? netsOf(nets, category.code) : [];
    return [...chain.map(keyOfNet), [rank(category), own(i), i]];
  });
  return categories.map((_, i) => i).sort((a, b) => byKeys(keys[a] ?? [], keys[b] ?? []));
}

/** The places of a table's columns, as their variable shows its codes. */
function columnPlaces({ columns, columnBases }: Table): number[] {
  if (!columns) return columnBases.map((_, j) => j);
  const shown = shownRanks(columns);
  return columns.categories.map((_, j) => j).sort((a, b) => (shown[a] ?? 0) - (shown[b] ?? 0) || a - b);
}

/** How a table is to be shown. */
export interface Display {
  /** `list`: as the variable shows its codes, which is its code list where nothing else is said. */
  order?: RowOrder | undefined;
  /** "Other", "none" and "don't know" stand behind the rest. */
  last?: boolean | undefined;
  /** The code of a column by whose shares the rows are sorted, the largest first; it goes before `order`. */
  sort?: string | undefined;
  /** Rows and columns that nobody is in are not shown. */
  full?: boolean | undefined;
}

/** What of a list of choices is how a table is displayed. */
export const displayOf = ({ order, last, sort, full }: Display): Display => ({ order, last, sort, full });

/** Where the rows and the columns of a table are shown. */
export function shownPlaces(table: Table, display: Display): Places {
  const places = { rows: rowPlaces(table, display), columns: columnPlaces(table) };
  // Pairs of options, and what a number comes to, have no rows of their own that could go.
  if (display.full !== true || table.base === 0) return places;
  const rows = table.numbers ? places.rows : places.rows.filter((i) => (table.rowTotals[i] ?? 0) > 0);
  const columns = table.columns ? places.columns.filter((j) => (table.columnBases[j] ?? 0) > 0) : places.columns;
  return { rows, columns };
}

/** A table as it is shown. */
export function asDisplayed<T extends Table>(table: T, display: Display): T {
  return arrange(table, shownPlaces(table, display));
}

/** Where the rows and the columns of a table are to stand: for each new place, the old one. */
export interface Places {
  rows: readonly number[];
  /** [0] for a table without columns. */
  columns: readonly number[];
}

const take = <T>(values: readonly T[], places: readonly number[]) => places.flatMap((k) => values.slice(k, k + 1));
const stand = (places: readonly number[], all: readonly unknown[]) =>
  places.length === all.length && places.every((place, k) => place === k);

/** Nets are of categories wherever these stand. */
function arrangedNets({ of, respondents, weighted }: TableNets, columns: readonly number[]): TableNets {
  const arranged = (totals: NetTotals): NetTotals => ({
    ...totals,
    cells: totals.cells.map((line) => take(line, columns)),
  });
  return {
    of,
    respondents: arranged(respondents),
    weighted: weighted && { sums: arranged(weighted.sums), squares: arranged(weighted.squares) },
  };
}

/** Who gave no answer, by columns in other places. */
function arrangedSilent(line: SilentLine, columns: readonly number[]): SilentLine {
  const arranged = (totals: SilentTotals): SilentTotals => ({ ...totals, cells: take(totals.cells, columns) });
  return { ...line, respondents: arranged(line.respondents), weighted: line.weighted && arranged(line.weighted) };
}

/** A table with its rows and columns in other places. */
export function arrange<T extends Table>(table: T, { rows, columns }: Places): T {
  if (stand(rows, table.rows.categories) && stand(columns, table.columnBases)) return table;
  const { categories } = table.rows;
  const grid = (cells: readonly (readonly number[])[]) => take(cells, rows).map((line) => take(line, columns));
  const totals = (of: Totals): Totals => ({
    ...of,
    cells: grid(of.cells),
    rowTotals: take(of.rowTotals, rows),
    columnBases: take(of.columnBases, columns),
    mentions: of.mentions && { ...of.mentions, columns: take(of.mentions.columns, columns) },
  });
  // Pairs are counted of options only, in the order of the rows.
  const options = categories.flatMap(({ kind }, i) => (kind === 'option' ? [i] : []));
  const pairs = rows.flatMap((i) => {
    const at = options.indexOf(i);
    return at < 0 ? [] : [at];
  });
  const square = (of: readonly (readonly number[])[]) => take(of, pairs).map((line) => take(line, pairs));
  const pairsOf = ({ sums, squares }: Together): Together => ({ sums: square(sums), squares: square(squares) });
  return {
    ...table,
    ...totals(table),
    rows: { ...table.rows, categories: take(categories, rows) },
    columns: table.columns && { ...table.columns, categories: take(table.columns.categories, columns) },
    weighted: table.weighted && {
      ...table.weighted,
      sums: totals(table.weighted.sums),
      squares: totals(table.weighted.squares),
    },
    together: table.together && take(table.together, columns).map(pairsOf),
    numbers: table.numbers && { ...table.numbers, columns: take(table.numbers.columns, columns) },
    nets: table.nets && arrangedNets(table.nets, columns),
    silent: table.silent?.map((line) => arrangedSilent(line, columns)),
    places: table.places && { cells: grid(table.places.cells), all: take(table.places.all, rows) },
  };
}
