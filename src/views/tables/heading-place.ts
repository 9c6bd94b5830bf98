import type { Category, Table } from '../../core/table/table.js';
import { withLevel } from './draft.js';
import type { Draft } from './url.js';

/** Where a variable stands whose categories are headings: a row item, or a level of what stands across. */
export type Place = { side: 'rows'; item: number } | { side: 'by'; nest: number; level: number };

/**
 * A place as a text.
 * @example placeKey({ side: 'by', nest: 0, level: 1 }) // 'by-0-1'
 */
export const placeKey = (place: Place): string =>
  place.side === 'rows' ? `rows-${place.item}` : `by-${place.nest}-${place.level}`;

/** All places of a sentence. */
export const placesOf = ({ rows, by }: Draft): Place[] => [
  ...rows.map((_, item): Place => ({ side: 'rows', item })),
  ...by.flatMap((levels, nest) => levels.map((_, level): Place => ({ side: 'by', nest, level }))),
];

/** The variable of a place; null where nothing stands there. */
export function variableAt({ rows, by }: Draft, place: Place): number | null {
  if (place.side === 'rows') return rows[place.item]?.variable ?? null;
  return by[place.nest]?.[place.level] ?? null;
}

/** Another variable in a place; what was wanted of a row item is not of the one that takes its place. */
export function withVariableAt(draft: Draft, place: Place, variable: number): Draft {
  if (place.side === 'by') return withLevel(draft, place.nest, place.level, variable);
  return { ...draft, rows: draft.rows.map((row, item) => (item === place.item ? { variable } : row)) };
}

/** The headings of a place in its table: its own categories, each once, in the order in which they stand. */
export function headingsAt(table: Table, place: Place): { code: string; label: string }[] {
  const ownOf = ({ kind, code, label, path }: Category) => {
    if (kind !== 'answer' && kind !== 'option') return [];
    return place.side === 'by' && path ? path.slice(place.level, place.level + 1) : [{ code, label }];
  };
  // The headings of a number's figures are no categories of it.
  const axis = place.side === 'by' ? table.columns : table.numbers ? null : table.rows;
  const labels = new Map((axis?.categories ?? []).flatMap(ownOf).map(({ code, label }) => [code, label]));
  return [...labels].map(([code, label]) => ({ code, label }));
}
