import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { type GroupingCheck, groupingChecks, regroupedAxes } from '../../core/reading/own-grouping.js';
import type { CountedTable } from '../../core/report/report-table.js';
import type { Sentence } from '../../core/table/sentence.js';
import { fetched } from '../server/stale.js';
import { countKey } from './count-key.js';
import { countsOf } from './counts-of.js';
import type { TableStudy } from './table-study.js';

/** The counts of the source of an axis that was regrouped. */
export type KeptGrouping = Pick<CountedTable['groupings'][number], 'axis' | 'counts'>;

const NONE: GroupingCheck[] = [];

/**
 * The collapsing check of axes that the analyst regrouped: over the groupings of the source's codes, with where the own
 * grouping stands among them. It needs another count, of the source, and comes after the table.
 * @param kept what was counted for it when the table was frozen: nothing is asked then
 */
export function useOwnGrouping(
  view: TableStudy | null,
  sentence: Sentence | null,
  confidence: number,
  kept?: readonly KeptGrouping[],
): GroupingCheck[] {
  const ofThen = useMemo(
    () => kept?.flatMap(({ axis, counts }) => groupingChecks(axis, counts, view?.variables ?? [], confidence)),
    [kept, view, confidence],
  );
  const axes = view && sentence && !kept ? regroupedAxes(view, sentence) : [];
  const checked = async (signal: AbortSignal) => {
    if (!view) return NONE;
    const each = axes.map(async (axis) => {
      const [counts] = await countsOf(view.study.id, axis.asked, signal);
      return counts ? groupingChecks(axis, counts, view.variables, confidence) : NONE;
    });
    return (await Promise.all(each)).flat();
  };
  const { data } = useQuery(
    {
      // The key names all of the view and the sentence that these checks depend on.
      queryKey: ['own grouping', axes.map((own) => [own.groups, own.title, countKey(view, own.asked)]), confidence],
      queryFn: ({ signal }) => checked(signal),
      // The table itself says what is wrong with it; without this check it stands all the same.
      enabled: axes.length > 0,
      staleTime: Infinity,
    },
    fetched,
  );
  return ofThen ?? (axes.length > 0 && data ? data : NONE);
}
