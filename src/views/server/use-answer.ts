import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { AnswerTo, AskedOf, ChangeKey, Key } from '../../api/types.js';
import { ask } from './ask.js';
import { problemText } from './problem.js';
import { fetched, keptUnder } from './stale.js';

export interface Answered<T> {
  /** Null while there is none. */
  answer: T | null;
  problem: { detail: string; mend: string } | null;
  /** The answer is to what is asked now, not to what was asked before. */
  fresh: boolean;
  busy: boolean;
}

interface Options<K extends Exclude<Key, ChangeKey>> {
  /** The answer before stays until the next is there. */
  keep?: boolean;
  /** Milliseconds after which the answer is fetched again; false: never. */
  every?: (answer: AnswerTo<K> | undefined) => number | false;
  /** Never asked again. */
  once?: boolean;
  /** Asked again when the tab comes to the front. */
  onFocus?: boolean;
}

/**
 * The answer of the server to a question, asked when it is new, and again when a change has made it stale.
 * @param asked null: nothing is asked
 * @example const { answer: lists, problem } = useAnswer('GET /studies/{study}/code-lists', { study });
 */
export function useAnswer<K extends Exclude<Key, ChangeKey>>(
  key: K,
  asked: AskedOf<K> | null,
  { keep = false, every, once = false, onFocus = false }: Options<K> = {},
): Answered<AnswerTo<K>> {
  const query = useQuery(
    {
      queryKey: keptUnder(key, asked ?? {}),
      queryFn: ({ signal }): unknown => (asked === null ? null : ask(key, asked, signal)),
      enabled: asked !== null,
      ...(keep ? { placeholderData: keepPreviousData } : {}),
      ...(every ? { refetchInterval: ({ state }) => every(state.data as AnswerTo<K> | undefined) } : {}),
      ...(once ? { staleTime: Infinity, gcTime: Infinity } : {}),
      refetchOnWindowFocus: onFocus ? 'always' : false,
    },
    fetched,
  );
  const { error, isFetching, isPlaceholderData } = query;
  // Under its key stands what `ask` gave.
  const data = query.data as AnswerTo<K> | undefined;
  return {
    // What was answered before stands where asking again fails.
    answer: asked === null ? null : (data ?? null),
    problem: error ? problemText(error) : null,
    fresh: data !== undefined && !isPlaceholderData,
    busy: isFetching,
  };
}
