import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { CountedTable } from '../../core/report/report-table.js';
import type { Sentence } from '../../core/table/sentence.js';
import { problemText } from '../server/problem.js';
import { fetched } from '../server/stale.js';
import { countKey } from './count-key.js';
import { countsOf } from './counts-of.js';
import type { TableStudy } from './table-study.js';

/** What the server counted, of which sentence. */
export interface Counted {
  /** All that its counts depend on. */
  key: string;
  sentence: Sentence;
  /** Of each block. */
  counts: CountedTable['counts'];
  /** From the request to the counts, in milliseconds. */
  took: number;
}

/** The counting of a sentence. */
export interface Counting {
  /** It is under way; the counts before stay until the next are there. */
  busy: boolean;
  /** Somebody has stopped it. */
  stopped: boolean;
  /** Stops it, here and where it is done. */
  stop: () => void;
  again: () => void;
}

/**
 * Counts a sentence; only what its counts depend on asks the server again. The counts before stay until the next are
 * there.
 * @param kept those of a table that is frozen: nothing is asked then
 */
export function useCounts(view: TableStudy | null, sentence: Sentence | null, kept?: CountedTable['counts']) {
  const study = view?.study.id;
  const key = countKey(view, sentence);
  const count = async (asked: Sentence, signal: AbortSignal): Promise<Counted> => {
    const started = performance.now();
    const counts = await countsOf(study ?? '', asked, signal);
    return { key, sentence: asked, counts, took: performance.now() - started };
  };
  const enabled = sentence !== null && study !== undefined && !kept;
  // The key names all that the counts depend on: a change of anything else makes them no other.
  const queryKey = useMemo(() => ['counts', study, key], [study, key]);
  const { data, error, isFetching, isPending, isPlaceholderData, refetch } = useQuery(
    {
      queryKey,
      queryFn: ({ signal }) => (sentence ? count(sentence, signal) : null),
      enabled,
      placeholderData: keepPreviousData,
      staleTime: Infinity,
      structuralSharing: false,
    },
    fetched,
  );
  const isThere = sentence !== null && !error;
  // What lines are called asks for no other counts: these are those of the sentence as it is now.
  const counted = useMemo((): Counted | null => {
    if (kept && sentence) return { key, sentence, counts: kept, took: 0 };
    if (!isThere || !data) return null;
    return data.key === key ? { ...data, sentence } : data;
  }, [isThere, data, key, sentence, kept]);
  const stopped = enabled && !isFetching && (isPending || isPlaceholderData);
  const counting = useMemo(
    (): Counting => ({
      busy: isFetching,
      stopped,
      stop: () => void fetched.cancelQueries({ queryKey }),
      again: () => void refetch(),
    }),
    [isFetching, stopped, queryKey, refetch],
  );
  return { counted, problem: error ? problemText(error) : null, counting };
}
