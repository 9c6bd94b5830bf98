import type { RosterVariable } from '../../../../api/types.js';
import { ticksIn } from '../../../../core/codebook/questions.js';
import { isAnswer, titleOf } from '../../../../core/codebook/types.js';
import type { Gather, GatherItem } from '../../../../core/recode/gather/shape.js';
import { optionLabels } from '../option-labels.js';

/** A code that columns hold, under which labels, and in how many of them. */
export interface SharedCode {
  code: string;
  labels: string[];
  columns: number;
}

/** The answers that columns hold, in the order in which they come. */
export function codesIn(columns: readonly Pick<RosterVariable, 'codes'>[]): SharedCode[] {
  const shared = new Map<string, SharedCode>();
  for (const { codes } of columns) {
    for (const { code, label } of codes.filter(isAnswer)) {
      const entry = shared.get(code) ?? { code, labels: [], columns: 0 };
      const labels = entry.labels.includes(label) ? entry.labels : [...entry.labels, label];
      shared.set(code, { code, labels, columns: entry.columns + 1 });
    }
  }
  return [...shared.values()];
}

/** The one code that means ticked in all columns; '' where each has its own. */
export function tickedIn({ items }: Gather): string {
  const [first, ...others] = new Set(items.map(({ ticked }) => ticked));
  return first !== undefined && others.length === 0 ? first : '';
}

/**
 * A recipe over other columns. A label that was typed stays, one that was worked out follows the selection; a new
 * column is ticked by the code that the others have, or by the one that says so itself.
 * @param candidates the columns to choose from, in the order of the roster
 */
export function withColumns(recipe: Gather, candidates: readonly RosterVariable[], ids: readonly number[]): Gather {
  const titlesOf = (wanted: readonly number[]) =>
    wanted.map((id) => titleOf(candidates.find((other) => other.id === id) ?? { name: '', label: '' }));
  const workedOut = new Set(optionLabels(titlesOf(recipe.items.map(({ source }) => source))));
  const columns = candidates.filter(({ id }) => ids.includes(id));
  const labels = optionLabels(columns.map(titleOf));
  const ticked = tickedIn(recipe);
  const items = columns.map(({ id, codes }, k): GatherItem => {
    const kept = recipe.items.find(({ source }) => source === id);
    const label = kept && !workedOut.has(kept.label) ? kept.label : (labels[k] ?? '');
    if (kept) return { ...kept, label };
    const own = ticksIn(codes.filter(isAnswer));
    const also = own?.also.length ? { also: own.also } : {};
    return { source: id, label, ticked: ticked === '' ? (own?.ticked ?? '') : ticked, ...also };
  });
  const { none } = recipe;
  return { ...recipe, items, none: none && ids.includes(none.source) ? null : none };
}

/** An item with a code that means ticked in it too, or no more. The codes stand in the order of the column. */
export function withTick(item: GatherItem, codes: readonly string[], code: string, on: boolean): GatherItem {
  const isTicked = (other: string) => other === item.ticked || (item.also?.includes(other) ?? false);
  const [ticked = '', ...also] = codes.filter((other) => (other === code ? on : isTicked(other)));
  return { ...item, ticked, also: also.length > 0 ? also : undefined };
}
