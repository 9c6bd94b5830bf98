import type { LinkedColumn } from './column.js';
import type { Dialect } from './dialect.js';
import { type Condition, OWN, type Scalar } from './expression.js';
import { piecesOf } from './pieces.js';
import type { Query } from './query.js';

/** The table that respondents are in, and the linked columns by id. */
export interface LinkedTable {
  /** The names of the table, from the outermost to its own. */
  table: readonly string[];
  columns: (id: number) => LinkedColumn;
  /** Only so many respondents are looked at, whichever the engine finds first; everybody where it is absent. */
  sample?: number | undefined;
  /**
   * Columns by which the table is divided among servers, where these have few values: each server counts its own part
   * then, and only counts are added up.
   */
  apart?: readonly string[] | undefined;
}

/** A part that is worked out before what is made of it. */
interface Needed {
  column: number;
  part: string;
  expression: Scalar;
  /** Parts that are worked out before it, one in another. */
  depth: number;
  alias: string;
}

const keyOf = (column: number, part: string) => `${column}.${part}`;

/** Gathers all parts that a query needs, and columns of the engine's table. */
function needsOf(roots: readonly (Scalar | Condition)[], columns: LinkedTable['columns']) {
  const parts = new Map<string, Needed>();
  const depthOf = (of: Scalar | Condition, own: number): number => {
    if (of.is !== 'part') return piecesOf(of).reduce((depth, piece) => Math.max(depth, depthOf(piece, own)), 0);
    return need(of.column === OWN ? own : of.column, of.part).depth + 1;
  };
  const need = (column: number, part: string): Needed => {
    const key = keyOf(column, part);
    const known = parts.get(key);
    if (known) return known;
    const expression = columns(column).parts[part];
    if (!expression) throw new Error(`linked column ${column} has no part ${part}`);
    const depth = depthOf(expression, column);
    const needed = { column, part, expression, depth, alias: `hc_${parts.size}` };
    parts.set(key, needed);
    return needed;
  };
  for (const root of roots) depthOf(root, OWN);
  return parts;
}

/** A layer is kept apart where what stands on it would grow beyond so many pieces, were it written out in full. */
const MOST_PIECES = 2000;

/**
 * The layers that an engine is not to put into those around them. Most are small, and an engine that writes them out
 * can send the whole count to its shards; but what is used again and again would grow with each layer.
 */
function fencedLayers(
  roots: readonly (Scalar | Condition)[],
  parts: readonly Needed[],
  needed: ReadonlyMap<string, Needed>,
  deepest: number,
): ReadonlySet<number> {
  const fenced = new Set<number>();
  const sizes = new Map<Needed, number>();
  const sizeOf = (of: Scalar | Condition, own: number): number => {
    if (of.is !== 'part') return 1 + piecesOf(of).reduce((sum, piece) => sum + sizeOf(piece, own), 0);
    return sizes.get(needed.get(keyOf(of.column === OWN ? own : of.column, of.part))!) ?? 1;
  };
  const total = (depth: number) =>
    parts.reduce((sum, part) => sum + (part.depth === depth ? sizeOf(part.expression, part.column) : 0), 0);
  for (let depth = 0; depth <= deepest; depth++) {
    for (const part of parts) if (part.depth === depth) sizes.set(part, sizeOf(part.expression, part.column));
    const above = depth < deepest ? total(depth + 1) : roots.reduce((sum, root) => sum + sizeOf(root, OWN), 0);
    if (above <= MOST_PIECES) continue;
    fenced.add(depth);
    for (const part of parts) if (part.depth <= depth) sizes.set(part, 1);
  }
  return fenced;
}

/** Prints expressions; `at` says what a part is called where it stands. */
function printer(dialect: Dialect, at: (column: number, part: string) => string) {
  const { name, text } = dialect;
  const valueOf = (value: string | number) => (typeof value === 'string' ? text(value) : String(value));
  const scalar = (of: Scalar): string => {
    switch (of.is) {
      case 'column':
        if (of.bare) return dialect.bare[of.as](name(of.name));
        return of.as === 'number' ? dialect.asNumber(name(of.name)) : dialect.asText(name(of.name));
      case 'part':
        return at(of.column, of.part);
      case 'whole':
        return String(of.value);
      case 'number':
        return dialect.number(of.value);
      case 'nothing':
        return dialect.nothing;
      case 'case': {
        const cases = of.when.map(([holds, then]) => `WHEN ${condition(holds)} THEN ${scalar(then)}`);
        return `CASE ${cases.join(' ')} ELSE ${scalar(of.otherwise)} END`;
      }
      case 'lookup': {
        const cases = of.cases.flatMap(({ values, to }) => values.map((value) => [valueOf(value), to] as const));
        return dialect.lookup(scalar(of.of), cases, of.otherwise, of.blank);
      }
      case 'arithmetic':
        return `(${of.parts.map(scalar).join(` ${of.sign} `)})`;
      case 'call':
        return dialect.call(of.of, of.parts.map(scalar));
    }
  };
  const joined = (parts: readonly Condition[], word: string, none: string) =>
    parts.length === 0 ? none : `(${parts.map(condition).join(` ${word} `)})`;
  const condition = (of: Condition): string => {
    switch (of.is) {
      case 'compare':
        return `${scalar(of.left)} ${of.sign} ${scalar(of.right)}`;
      case 'one-of':
        return of.values.length === 0 ? '1 = 0' : `${scalar(of.of)} IN (${of.values.map(valueOf).join(', ')})`;
      case 'is-nothing':
        return `${scalar(of.of)} IS NULL`;
      case 'and':
        return joined(of.parts, 'AND', '1 = 1');
      case 'or':
        return joined(of.parts, 'OR', '1 = 0');
      case 'not':
        return dialect.not(condition(of.part));
    }
  };
  return { scalar, condition };
}

/** Names of the engine's columns that parts of the innermost layer read. */
function columnsIn(of: Scalar | Condition): string[] {
  return of.is === 'column' ? [of.name] : piecesOf(of).flatMap(columnsIn);
}

/** Parts in which each group can be, on average. */
const PARTS = 16;

/** Rows of an answer at most, and one more: with that there are too many groups. */
export const rowsOf = ({ most }: Pick<Query, 'most'>, isDivided: boolean): number =>
  (most + 1) * (isDivided ? PARTS : 1);

/**
 * A query as one SELECT: parts of columns are worked out layer by layer, each once, and counted at the end.
 * Its columns are `k0`, `k1`, ... for the groups, `n` for respondents and `s0`, `s1`, ... for the sums.
 */
export function printQuery(query: Query, linked: LinkedTable, dialect: Dialect): string {
  const { where, by, sums, made } = query;
  const { apart = [] } = linked;
  const roots = [...by, ...sums, ...(where ? [where] : [])];
  const needed = needsOf(roots, (id) => (id === OWN && made ? made : linked.columns(id)));
  const parts = [...needed.values()];
  const inLayer = (own: number) =>
    printer(dialect, (column, part) => needed.get(keyOf(column === OWN ? own : column, part))!.alias);
  const deepest = parts.reduce((depth, part) => Math.max(depth, part.depth), -1);
  const fenced = fencedLayers(roots, parts, needed, deepest);
  let from = linked.table.map(dialect.name).join('.');
  if (linked.sample !== undefined) {
    const raw = new Set([...roots, ...parts.map((part) => part.expression)].flatMap(columnsIn));
    from = `(SELECT ${[...raw].map(dialect.name).join(', ')} FROM ${from} LIMIT ${linked.sample}) AS hc_sample`;
  }
  for (let depth = 0; depth <= deepest; depth++) {
    // The engine's own columns are read by the innermost layer, and go on as long as somebody needs them.
    const later = parts.filter((part) => part.depth > depth).map((part) => part.expression);
    const raw = new Set([...[...later, ...roots].flatMap(columnsIn), ...apart]);
    const before = parts.filter((part) => part.depth < depth).map(({ alias }) => alias);
    const now = parts
      .filter((part) => part.depth === depth)
      .map(({ column, expression, alias }) => `${inLayer(column).scalar(expression)} AS ${alias}`);
    const layer = [...before, ...[...raw].map(dialect.name), ...now];
    const fence = fenced.has(depth) ? dialect.fence : '';
    from = `(SELECT ${layer.join(', ')} FROM ${from}${fence}) AS hc_l${depth}`;
  }
  const { scalar, condition } = inLayer(OWN);
  const keys = by.map((key, k) => `${scalar(key)} AS hc_k${k}`);
  const figures = sums.map((sum, k) => `coalesce(sum(${scalar(sum)}), 0) AS hc_s${k}`);
  const parted = apart.map(dialect.name);
  // What tells the parts apart stands behind the figures: whoever reads the answer adds up what has the same keys.
  const columns = [...keys, 'count(*) AS hc_n', ...figures, ...parted];
  const groups = [...by.map((_, k) => `hc_k${k}`), ...parted];
  return (
    `SELECT ${columns.join(', ')} FROM ${from}` +
    (where ? ` WHERE ${condition(where)}` : '') +
    (groups.length > 0 ? ` GROUP BY ${groups.join(', ')}` : '') +
    (by.length > 0 ? ` LIMIT ${rowsOf(query, apart.length > 0)}` : '')
  );
}
