import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { Counts, StudyView } from '../../api/types.js';
import type { Sentence } from '../../core/table/sentence.js';
import { problemText } from '../server/problem.js';
import { fetched } from '../server/stale.js';
import { countKey } from './count-key.js';
import { countsOf } from './counts-of.js';

/** What the server counted, of which sentence. */
export interface Counted {
  sentence: Sentence;
  /** Of each block. */
  counts: Counts[];
  /** From the request to the counts, in milliseconds. */
  took: number;
}

/**
 * Counts a sentence; only what its counts depend on asks the server again. The counts before stay until the next are
 * there.
 */
export function useCounts(view: StudyView | null, sentence: Sentence | null) {
  const study = view?.study.id;
  const count = async (asked: Sentence, signal: AbortSignal): Promise<Counted> => {
    const started = performance.now();
    const counts = await countsOf(study ?? '', asked, signal);
    return { sentence: asked, counts, took: performance.now() - started };
  };
  const { data, error, isFetching } = useQuery(
    {
      // The key names all that the counts depend on: a change of anything else makes them no other.
      queryKey: ['counts', study, countKey(view, sentence)],
      queryFn: ({ signal }) => (sentence ? count(sentence, signal) : null),
      enabled: sentence !== null && study !== undefined,
      placeholderData: keepPreviousData,
      staleTime: Infinity,
      structuralSharing: false,
    },
    fetched,
  );
  const counted = sentence === null || error ? null : (data ?? null);
  return { counted, problem: error ? problemText(error) : null, busy: isFetching };
}
