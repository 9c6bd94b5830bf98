import type { LinkedColumn } from '../column.js';
import { type Condition, OWN, type Scalar } from '../expression.js';
import { piecesOf } from '../pieces.js';

/** The columns that an expression refers to. */
function referred(of: Scalar | Condition): number[] {
  if (of.is === 'part') return of.column === OWN ? [] : [of.column];
  return piecesOf(of).flatMap(referred);
}

/**
 * The coded columns of the table itself that some columns are made of: what can hold values that came after it was
 * linked.
 */
export function sourcesUnder(ids: readonly number[], columns: (id: number) => LinkedColumn): number[] {
  const seen = new Set<number>();
  const visit = (id: number) => {
    if (seen.has(id)) return;
    seen.add(id);
    for (const expression of Object.values(columns(id).parts)) referred(expression).forEach(visit);
  };
  ids.forEach(visit);
  return [...seen].filter((id) => {
    const { kind, parts } = columns(id);
    const place = parts['place'];
    return kind === 'coded' && place?.is === 'lookup' && place.otherwise < 0;
  });
}
