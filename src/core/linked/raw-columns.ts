import type { LinkedColumn } from './column.js';
import { type Condition, OWN, type Scalar } from './expression.js';
import { piecesOf } from './pieces.js';

/** A column of the engine's table. */
export interface RawColumn {
  name: string;
  as: 'number' | 'text';
  /** The values that it had when it was linked, where only these matter; null where any value does. */
  values: readonly (number | string)[] | null;
}

/** Columns of the engine's table, by name. */
export type RawColumns = ReadonlyMap<string, RawColumn>;

const NONE: RawColumns = new Map();

function union(all: readonly RawColumns[]): RawColumns {
  const joined = new Map<string, RawColumn>();
  for (const columns of all)
    for (const [name, column] of columns) {
      const known = joined.get(name);
      if (!known) joined.set(name, column);
      else if (known.values && column.values)
        joined.set(name, { ...known, values: [...new Set([...known.values, ...column.values])] });
      else joined.set(name, { ...known, values: null });
    }
  return joined;
}

/** A column whose codes are looked up, with what stands for all values that came later. */
function lookedUp(of: Scalar): RawColumn | null {
  if (of.is !== 'lookup' || of.of.is !== 'column' || of.otherwise >= 0) return null;
  return { name: of.of.name, as: of.of.as, values: of.cases.flatMap(({ values }) => values) };
}

export type RawColumnsIn = (of: Scalar | Condition) => RawColumns;

/**
 * Tells on which columns of the engine's table an expression depends; each part of a column is looked at once.
 * @param own the column that `OWN` means
 */
export function rawColumnsIn(columns: (id: number) => LinkedColumn, own?: LinkedColumn): RawColumnsIn {
  const known = new Map<string, RawColumns>();
  const of = (expression: Scalar | Condition, inside: LinkedColumn | undefined, id: number): RawColumns => {
    if (expression.is === 'column')
      return new Map([[expression.name, { name: expression.name, as: expression.as, values: null }]]);
    if (expression.is === 'part') {
      const isOwn = expression.column === OWN;
      return ofPart(isOwn ? inside : columns(expression.column), isOwn ? id : expression.column, expression.part);
    }
    const looked = expression.is === 'lookup' ? lookedUp(expression) : null;
    if (looked) return new Map([[looked.name, looked]]);
    const pieces = piecesOf(expression).map((piece) => of(piece, inside, id));
    return pieces.length === 0 ? NONE : union(pieces);
  };
  const ofPart = (column: LinkedColumn | undefined, id: number, part: string): RawColumns => {
    const key = `${id}.${part}`;
    const before = known.get(key);
    if (before) return before;
    const expression = column?.parts[part];
    if (!expression) throw new Error(`linked column ${id} has no part ${part}`);
    const found = of(expression, column, id);
    known.set(key, found);
    return found;
  };
  return (expression) => of(expression, own, OWN);
}
