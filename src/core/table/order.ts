import type { Display } from './display.js';
import type { SortChoice } from './figure-choice.js';
import { figuresOf } from './share.js';
import { sortKey } from './sort-key.js';
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

/** Labels that sum up what is no category of its own. */
const LAST = /^(other|others|something else|none|nothing|don.?t know|not sure|no answer)\b/i;

/** For each category of an axis, how far down it is shown where the variable says so; those not named stand behind. */
function shownRanks({ variable, categories }: TableAxis): number[] {
  const { shownOrder = [] } = variable;
  const place = new Map(shownOrder.map((code, k) => [code, k]));
  return categories.map(({ code }) => place.get(code) ?? shownOrder.length);
}

/** By what rows are sorted: a value for each of a table's rows, and for each of its nets; null where it has none. */
interface SortValues {
  rows: readonly (number | null)[];
  nets: readonly (number | null)[];
}

/**
 * A figure of a table by which its rows are sorted.
 * @param column its place among the columns; null: of all together
 * @returns null where the table does not have it
 */
export type FigureValues = (table: Table, figure: SortChoice, column: number | null) => SortValues | null;

/** In what the rows of a table are sorted: in all, or in one column; null: as they are listed. */
function sortedIn(table: Table, display: Display, figureValues?: FigureValues): SortValues | null {
  const { order, sort, sortFigure } = display;
  const place = sort === undefined ? -1 : (table.columns?.categories.findIndex(({ code }) => code === sort) ?? -1);
  const column = place >= 0 ? place : null;
  if (column === null && sort !== undefined && order !== 'frequency') return null;
  if (sortFigure !== undefined && figureValues) return figureValues(table, sortFigure, column);
  if (column === null && order !== 'frequency') return null;
  const valuesOf = (of: Table) => {
    const { rowTotals, cells } = figuresOf(of);
    return column === null ? rowTotals : cells.map((line) => line[column] ?? 0);
  };
  return { rows: valuesOf(table), nets: table.nets ? valuesOf(netTable(table)) : [] };
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
function rowPlaces(table: Table, display: Display, figureValues?: FigureValues): number[] {
  const { last = false, ascending = false } = display;
  const sorted = sortedIn(table, display, figureValues);
  const rank = ({ kind, label }: Category) =>
    kind !== 'answer' && kind !== 'option' ? 2 : last && LAST.test(label.trim()) ? 1 : 0;
  const { categories } = table.rows;
  const shown = shownRanks(table.rows);
  const own = (i: number) => (sorted ? sortKey(sorted.rows[i], ascending) : (shown[i] ?? 0));
  const least = (values: readonly number[]) => Math.min(...values);
  const nets = table.nets?.of ?? [];
  const keyOfNet = (net: Net): Key => {
    const members = categories.flatMap(({ code, kind }, i) =>
      isAnswered(kind) && net.codes.includes(code) ? [i] : [],
    );
    return [0, sorted ? sortKey(sorted.nets[nets.indexOf(net)], ascending) : least(members.map(own)), least(members)];
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

/**
 * Where the rows and the columns of tables are shown that have the same rows and stand side by side. Their rows stand
 * in one order: that of the table whose column they are sorted by.
 */
export function shownPlaces(tables: readonly Table[], display: Display, figureValues?: FigureValues): Places[] {
  const { sort, sortNest = 0 } = display;
  const nest = sort === undefined ? 0 : sortNest;
  const sorted = tables[nest] ?? tables[0];
  if (!sorted) return [];
  // Pairs of options, and what a number comes to, have no rows of their own that could go.
  const isFull = display.full === true && tables.some(({ base }) => base > 0);
  const isShown = (i: number) => sorted.numbers || tables.some(({ rowTotals }) => (rowTotals[i] ?? 0) > 0);
  // A grouping that is not there has no column to sort by.
  const order = tables[nest] ? display : { ...display, sort: undefined, sortFigure: undefined };
  const every = rowPlaces(sorted, order, figureValues);
  const rows = isFull ? every.filter(isShown) : every;
  return tables.map((table) => {
    const columns = columnPlaces(table);
    const kept = table.columns && table.base > 0 && isFull;
    return { rows, columns: kept ? columns.filter((j) => (table.columnBases[j] ?? 0) > 0) : columns };
  });
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
