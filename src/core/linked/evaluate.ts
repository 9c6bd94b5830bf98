import type { LinkedColumn } from './column.js';
import { type Call, type Comparison, type Condition, OWN, type Scalar } from './expression.js';

export type Value = number | string | null;

/** What stands in the columns of the engine's table, by their names: of a respondent, or of all who have the same. */
export type Row = Readonly<Record<string, Value>>;

const CALLED: Readonly<Record<Call, (...values: number[]) => number>> = {
  abs: Math.abs,
  sqrt: Math.sqrt,
  ln: Math.log,
  exp: Math.exp,
  power: Math.pow,
  floor: Math.floor,
  least: Math.min,
  greatest: Math.max,
};

const JOINED = {
  '+': (a: number, b: number) => a + b,
  '-': (a: number, b: number) => a - b,
  '*': (a: number, b: number) => a * b,
  '/': (a: number, b: number) => a / b,
} as const;

const COMPARED: Readonly<Record<Comparison, (a: number | string, b: number | string) => boolean>> = {
  '=': (a, b) => a === b,
  '<': (a, b) => a < b,
  '<=': (a, b) => a <= b,
  '>': (a, b) => a > b,
  '>=': (a, b) => a >= b,
};

/** Works expressions out here, as an engine does. */
export interface Evaluator {
  value: (of: Scalar, row: Row) => Value;
  holds: (of: Condition, row: Row) => boolean;
}

type Lookup = Extract<Scalar, { is: 'lookup' }>;
type OneOf = Extract<Condition, { is: 'one-of' }>;

/** What long lists say of a value, found at once. */
function lists() {
  const tables = new Map<Lookup, Map<number | string, number>>();
  const sets = new Map<OneOf, Set<number | string>>();
  return {
    lookUp: (of: Lookup, key: number | string): number => {
      const before = tables.get(of);
      if (before) return before.get(key) ?? of.otherwise;
      // Of a value that is listed twice the first counts.
      const entries = of.cases.flatMap(({ values, to }) => values.map((value) => [value, to] as const));
      const table = new Map(entries.reverse());
      tables.set(of, table);
      return table.get(key) ?? of.otherwise;
    },
    isListed: (of: OneOf, key: number | string): boolean => {
      const known = sets.get(of) ?? new Set(of.values);
      sets.set(of, known);
      return known.has(key);
    },
  };
}

function ofColumn({ name, as, bare }: Extract<Scalar, { is: 'column' }>, row: Row): Value {
  const value = row[name] ?? null;
  if (value === null || bare) return value;
  if (as === 'text') return value === '' ? null : String(value);
  return value !== '' && Number.isFinite(Number(value)) ? Number(value) : null;
}

/**
 * What works expressions out, with the columns that these refer to.
 * @param own the column that `OWN` means
 * @example
 * evaluator(() => never).value({ is: 'column', name: 'age', as: 'number' }, { age: 7 }); // 7
 */
export function evaluator(columns: (id: number) => LinkedColumn, own?: LinkedColumn): Evaluator {
  const { lookUp, isListed } = lists();
  const evaluators = new Map<LinkedColumn | undefined, Evaluator>();
  // Each part is worked out once for a row, however many expressions refer to it.
  const known = new Map<Scalar, Value>();
  let last: Row | null = null;
  const once = (expression: Scalar, row: Row, work: () => Value): Value => {
    if (row !== last) known.clear();
    last = row;
    const before = known.get(expression);
    if (before !== undefined) return before;
    const value = work();
    known.set(expression, value);
    return value;
  };
  const within = (column: LinkedColumn | undefined): Evaluator => {
    const before = evaluators.get(column);
    if (before) return before;
    const numbersOf = (parts: readonly Scalar[], row: Row): number[] | null => {
      const values = parts.map((part) => value(part, row));
      return values.includes(null) ? null : values.map(Number);
    };
    const value = (of: Scalar, row: Row): Value => {
      switch (of.is) {
        case 'column':
          return ofColumn(of, row);
        case 'part': {
          const referred = of.column === OWN ? column : columns(of.column);
          const expression = referred?.parts[of.part];
          if (!expression) throw new Error(`no part ${of.part} of ${of.column}`);
          return once(expression, row, () => within(referred).value(expression, row));
        }
        case 'whole':
        case 'number':
          return of.value;
        case 'nothing':
          return null;
        case 'case': {
          const chosen = of.when.find(([condition]) => holds(condition, row));
          return value(chosen ? chosen[1] : of.otherwise, row);
        }
        case 'lookup': {
          const key = value(of.of, row);
          return key === null ? of.blank : lookUp(of, key);
        }
        case 'arithmetic':
          return numbersOf(of.parts, row)?.reduce(JOINED[of.sign]) ?? null;
        case 'call': {
          const values = numbersOf(of.parts, row);
          return values && CALLED[of.of](...values);
        }
      }
    };
    const holds = (of: Condition, row: Row): boolean => {
      switch (of.is) {
        case 'compare': {
          const [left, right] = [value(of.left, row), value(of.right, row)];
          return left !== null && right !== null && COMPARED[of.sign](left, right);
        }
        case 'one-of': {
          const key = value(of.of, row);
          return key !== null && isListed(of, key);
        }
        case 'is-nothing':
          return value(of.of, row) === null;
        case 'and':
          return of.parts.every((part) => holds(part, row));
        case 'or':
          return of.parts.some((part) => holds(part, row));
        case 'not':
          return !holds(of.part, row);
      }
    };
    const made = { value, holds };
    evaluators.set(column, made);
    return made;
  };
  return within(own);
}
