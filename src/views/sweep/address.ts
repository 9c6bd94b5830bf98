import type { Shown, StudyView } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { ADJUSTMENTS, type Adjustment } from '../../core/infer/adjust.js';
import { SWEEP_SORTS, type SweepSort } from '../../core/sweep/sweep-shape.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { SHOWN } from '../tables/shown-query.js';
import { type Draft, fromQuery, toQuery } from '../tables/url.js';

/** What the Sweep screen asks for; without rows all that can be swept. */
export interface SweepAsk {
  draft: Draft;
  sort: SweepSort;
  adjustment: Adjustment;
  /** The table of the binder as which it is kept; null: it is not. */
  saved: number | null;
}

type Study = Pick<StudyView, 'variables' | 'tables'>;

/** What is asked for, in the address. */
export function sweepQuery({ draft, sort, adjustment, saved }: SweepAsk, { variables }: Study): string {
  const query = new URLSearchParams(toQuery(draft, variables, null));
  if (sort !== 'strength') query.set('sort', sort);
  if (adjustment !== 'holm') query.set('adjust', adjustment);
  if (saved !== null) query.set('table', String(saved));
  const text = query.toString();
  return text === '' ? '' : `?${text}`;
}

/** Reads it back; what does not fit the study is left out. A kept one is as it was kept, where nothing else is said. */
export function sweepIn(search: string, { variables, tables }: Study): SweepAsk {
  const query = new URLSearchParams(search);
  const { draft } = fromQuery(search, variables);
  const kept = byId(tables, Number(query.get('table')));
  const saved = kept?.shown.sweep ? kept.id : null;
  if (kept?.shown.sweep && draft.rows.length === 0 && draft.by.length === 0) {
    const { sweep, adjustment = 'holm' } = kept.shown;
    return { draft: sentenceOfBody(kept.sentence), sort: sweep.sort ?? 'strength', adjustment, saved };
  }
  return {
    draft: { ...draft, within: null },
    sort: SWEEP_SORTS.find((sort) => sort === query.get('sort')) ?? 'strength',
    adjustment: ADJUSTMENTS.find((adjustment) => adjustment === query.get('adjust')) ?? 'holm',
    saved,
  };
}

/** How a sweep is kept: nothing is said of what is usual. */
export const shownOfSweep = ({ sort, adjustment }: Pick<SweepAsk, 'sort' | 'adjustment'>): Shown => ({
  ...SHOWN,
  sweep: sort === 'strength' ? {} : { sort },
  ...(adjustment === 'holm' ? {} : { adjustment }),
});
