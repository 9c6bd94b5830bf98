import { adjust, type Adjustment } from '../infer/adjust.js';
import type { Sentence } from '../table/sentence.js';
import type { SweepSort } from './sweep-shape.js';
import type { SweptLine, SweptTable } from './types.js';

/**
 * The tables of a sweep with their p adjusted over all of them that are tested.
 * @example
 * const tables = [{ test: { p: 0.01 } }, { test: null }, { test: { p: 0.04 } }];
 * sweptLines(tables, 'bonferroni').map(({ adjustedP }) => adjustedP); // [0.02, null, 0.08]
 */
export function sweptLines(tables: readonly SweptTable[], adjustment: Adjustment): SweptLine[] {
  const tested = tables.filter(({ test }) => test !== null);
  const adjusted = adjust(
    tested.map(({ test }) => test?.p ?? 1),
    adjustment,
  );
  const of = new Map(tested.map((table, k) => [table, adjusted[k] ?? null]));
  return tables.map((table) => ({ ...table, adjustedP: of.get(table) ?? null }));
}

/** How many of several tables are tested. */
export const testsIn = (tables: readonly { test: unknown }[]): number =>
  tables.filter(({ test }) => test !== null).length;

/** The most first; lines without a value stand behind those with one. */
const KEYS: Record<SweepSort, (line: SweptLine) => number> = {
  strength: ({ strength }) => strength?.value ?? -Infinity,
  gamma: ({ gamma }) => (gamma ? Math.abs(gamma.value) : -Infinity),
  p: ({ test }) => (test ? -test.p : -Infinity),
  n: ({ n }) => n,
  list: () => 0,
};

/** Lines sorted, the strongest, surest or largest first; ties stay in the order of the list. */
export function sortedLines(lines: readonly SweptLine[], by: SweepSort): SweptLine[] {
  const key = KEYS[by];
  const sure = (line: SweptLine) => (line.test ? -line.test.p : -Infinity);
  // A p of 0 is told apart by how strong the association is.
  const then = by === 'p' ? KEYS.strength : sure;
  return [...lines].sort((a, b) => compare(key(b), key(a)) || (by === 'list' ? 0 : compare(then(b), then(a))));
}

const compare = (a: number, b: number) => (a === b ? 0 : a < b ? -1 : 1);

/** Lines that were sorted, as the list had them: variable by variable, by what they stand by. */
export function listedLines(lines: readonly SweptLine[], { rows, by }: Pick<Sentence, 'rows' | 'by'>): SweptLine[] {
  const placeOf = (line: SweptLine) => {
    const row = rows.findIndex(({ variable }) => variable === line.variable);
    return row * by.length + by.findIndex((nest) => nest.join() === line.by.join());
  };
  return [...lines].sort((a, b) => placeOf(a) - placeOf(b));
}
