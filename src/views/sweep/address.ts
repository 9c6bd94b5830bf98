import type { RosterVariable } from '../../api/types.js';
import { ADJUSTMENTS, type Adjustment } from '../../core/infer/adjust.js';
import { SWEEP_SORTS, type SweepSort } from '../../core/sweep/sweep-shape.js';
import { type Draft, fromQuery, toQuery } from '../tables/url.js';

/** What the Sweep screen asks for; without rows all that can be swept. */
export interface SweepAsk {
  draft: Draft;
  sort: SweepSort;
  adjustment: Adjustment;
}

/** What is asked for, in the address. */
export function sweepQuery({ draft, sort, adjustment }: SweepAsk, variables: readonly RosterVariable[]): string {
  const query = new URLSearchParams(toQuery(draft, variables, null));
  if (sort !== 'strength') query.set('sort', sort);
  if (adjustment !== 'holm') query.set('adjust', adjustment);
  const text = query.toString();
  return text === '' ? '' : `?${text}`;
}

/** Reads it back; what does not fit the study is left out. */
export function sweepIn(search: string, variables: readonly RosterVariable[]): SweepAsk {
  const query = new URLSearchParams(search);
  const { draft } = fromQuery(search, variables);
  return {
    draft: { ...draft, within: null },
    sort: SWEEP_SORTS.find((sort) => sort === query.get('sort')) ?? 'strength',
    adjustment: ADJUSTMENTS.find((adjustment) => adjustment === query.get('adjust')) ?? 'holm',
  };
}
