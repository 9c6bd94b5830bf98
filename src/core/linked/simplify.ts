import { all, any, isNothing, not, nothing, number, oneOf, when, whole } from './build.js';
import type { LinkedColumn } from './column.js';
import { type Evaluator, evaluator, type Row, type Value } from './evaluate.js';
import { type Condition, OWN, type Scalar } from './expression.js';
import type { Query } from './query.js';
import { type RawColumn, type RawColumnsIn, rawColumnsIn } from './raw-columns.js';

/** A column whose values are known. */
type KnownColumn = RawColumn & { values: readonly (number | string)[] };

/** A text or a number that is none of those that are known. */
function anotherThan({ as, values }: KnownColumn): number | string {
  const known = new Set(values);
  for (let k = 0; ; k++) {
    const other = as === 'number' ? k + 0.5 : `other ${k}`;
    if (!known.has(other)) return other;
  }
}

/** What comes out for each value of a column, for another value, and where there is none. */
interface Results<T> {
  listed: readonly (readonly [value: number | string, result: T])[];
  other: T;
  blank: T;
}

function resultsOf<T>(column: KnownColumn, work: (row: Row) => T): Results<T> {
  const at = (value: Value) => work({ [column.name]: value });
  const listed = column.values.map((value) => [value, at(value)] as const);
  return { listed, other: at(anotherThan(column)), blank: at(null) };
}

/** The column as it is, and as nothing where it is empty. */
const bareOf = ({ name, as }: RawColumn): Scalar => ({ is: 'column', name, as, bare: true });
const readOf = ({ name, as }: RawColumn): Scalar => ({ is: 'column', name, as });

/** A condition on one column as the values for which it holds. */
function conditionOf(column: KnownColumn, { listed, other, blank }: Results<boolean>): Condition {
  const valuesWith = (result: boolean) => listed.flatMap(([value, own]) => (own === result ? [value] : []));
  const isBlank = isNothing(readOf(column));
  const isListed = (result: boolean): Condition[] => {
    const values = valuesWith(result);
    return values.length === 0 ? [] : [oneOf(bareOf(column), values)];
  };
  if (!other) return any([...(blank ? [isBlank] : []), ...isListed(true)]);
  return all([...(blank ? [] : [not(isBlank)]), ...isListed(false).map(not)]);
}

/** Whether a scalar is a whole number or nothing for everybody, a number, or a text. */
function natureOf(of: Scalar, columns: (id: number) => LinkedColumn, own?: LinkedColumn): 'whole' | 'number' | 'text' {
  const nature = (scalar: Scalar) => natureOf(scalar, columns, own);
  switch (of.is) {
    case 'column':
      return of.as;
    case 'part': {
      const column = of.column === OWN ? own : columns(of.column);
      return natureOf(column!.parts[of.part]!, columns, column);
    }
    case 'case': {
      const natures = new Set([...of.when.map(([, then]) => then), of.otherwise].map(nature));
      return natures.has('text') ? 'text' : natures.has('number') ? 'number' : 'whole';
    }
    case 'arithmetic':
      return of.sign !== '/' && of.parts.every((part) => nature(part) === 'whole') ? 'whole' : 'number';
    case 'whole':
    case 'lookup':
      return 'whole';
    case 'number':
    case 'nothing':
    case 'call':
      return 'number';
  }
}

/** A scalar that depends on one column as what comes out for its values. */
function scalarOf(column: KnownColumn, { listed, other, blank }: Results<Value>, isWhole: boolean): Scalar {
  const constant = (value: Value): Scalar =>
    value === null ? nothing : isWhole ? whole(Number(value)) : number(Number(value));
  const byResult = new Map<Value, (number | string)[]>();
  // A number that stands for itself is taken out of its column; no value is written down for it.
  const same: number[] = [];
  for (const [value, result] of listed)
    if (result === other) continue;
    else if (!isWhole && column.as === 'number' && value === result) same.push(Number(value));
    else byResult.set(result, [...(byResult.get(result) ?? []), value]);
  const cases = [...byResult].map(([result, values]) => [oneOf(bareOf(column), values), constant(result)] as const);
  return when(
    [
      ...(blank === other ? [] : [[isNothing(readOf(column)), constant(blank)] as const]),
      ...(same.length === 0 ? [] : [[oneOf(bareOf(column), same), bareOf(column)] as const]),
      ...cases,
    ],
    constant(other),
  );
}

/** Writes expressions in fewer words, which mean the same. */
interface Simplifier {
  scalar: (of: Scalar) => Scalar;
  condition: (of: Condition) => Condition;
}

function simplifierOf(
  rawsIn: RawColumnsIn,
  { value, holds }: Evaluator,
  nature: (of: Scalar) => 'whole' | 'number' | 'text',
): Simplifier {
  /** The only column that something depends on, where its values are known. */
  const onlyColumn = (of: Scalar | Condition): KnownColumn | null => {
    const raws = [...rawsIn(of).values()];
    const values = raws[0]?.values;
    return raws.length === 1 && values ? { ...raws[0]!, values } : null;
  };
  const scalar = (of: Scalar): Scalar => {
    if (of.is === 'column') return of;
    const column = onlyColumn(of);
    const kind = nature(of);
    if (column && kind !== 'text')
      return scalarOf(
        column,
        resultsOf(column, (row) => value(of, row)),
        kind === 'whole',
      );
    switch (of.is) {
      case 'case':
        return {
          ...of,
          when: of.when.map(([when_, then]) => [condition(when_), scalar(then)] as const),
          otherwise: scalar(of.otherwise),
        };
      case 'lookup':
        return { ...of, of: scalar(of.of) };
      case 'arithmetic':
      case 'call':
        return { ...of, parts: of.parts.map(scalar) };
      case 'part':
      case 'whole':
      case 'number':
      case 'nothing':
        return of;
    }
  };
  const condition = (of: Condition): Condition => {
    const column = onlyColumn(of);
    if (column)
      return conditionOf(
        column,
        resultsOf(column, (row) => holds(of, row)),
      );
    switch (of.is) {
      case 'compare':
        return { ...of, left: scalar(of.left), right: scalar(of.right) };
      case 'one-of':
      case 'is-nothing':
        return { ...of, of: scalar(of.of) };
      case 'and':
      case 'or':
        return { ...of, parts: of.parts.map(condition) };
      case 'not':
        return not(condition(of.part));
    }
  };
  return { scalar, condition };
}

/**
 * What writes expressions in fewer words: whatever depends on one column whose values are known is written as those
 * values for which it holds, or as what comes out for them, and no longer by the places of its codes.
 * @param own the column that `OWN` means
 */
export function simplifier(columns: (id: number) => LinkedColumn, own?: LinkedColumn): Simplifier {
  return simplifierOf(rawColumnsIn(columns, own), evaluator(columns, own), (of) => natureOf(of, columns, own));
}

/** Columns with all their parts in fewer words; each is looked at once. */
export function simplifiedColumns(columns: (id: number) => LinkedColumn): {
  column: (id: number) => LinkedColumn;
  /** A query whose column that is not kept yet is in fewer words, too. */
  query: (query: Query) => Query;
} {
  const known = new Map<LinkedColumn, LinkedColumn>();
  const simple = (column: LinkedColumn): LinkedColumn => {
    const before = known.get(column);
    if (before) return before;
    const { scalar } = simplifier(columns, column);
    const parts = Object.entries(column.parts).map(([name, part]) => [name, scalar(part)] as const);
    const made = { ...column, parts: Object.fromEntries(parts) };
    known.set(column, made);
    return made;
  };
  return {
    column: (id) => simple(columns(id)),
    query: (query) => ({ ...query, made: query.made && simple(query.made) }),
  };
}
