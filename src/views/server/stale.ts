import { type QueryKey, QueryClient } from '@tanstack/react-query';
import type { Intake, Key } from '../../api/types.js';
import type { Asked } from './address.js';

/** What was fetched, for all islands of the page. */
export const fetched = new QueryClient({
  defaultOptions: {
    queries: {
      // The server is near: what it refuses it refuses again, and whether there is a network says nothing.
      retry: false,
      networkMode: 'always',
      refetchOnWindowFocus: false,
      refetchOnReconnect: false,
    },
  },
});

/** The key under which an answer is kept: of what operation, and what it was asked with. */
export const keptUnder = (key: Key, asked: object): QueryKey => [key, asked];

const DRAFTS: Key = 'GET /studies/{study}/drafts';
export const STUDY: Key = 'GET /studies/{study}';
/** Lists that studies and files come into and go out of. */
const LISTS: readonly Key[] = ['GET /studies', 'GET /bin', 'GET /intakes', 'GET /unopened'];

const partsIn = ([, asked]: QueryKey): Asked => (typeof asked === 'object' && asked !== null ? (asked as Asked) : {});

/** Whether what was asked is of a study and stands on its pages: no draft, which no change touches; no comparison. */
const isOf = (study: unknown, key: QueryKey) =>
  partsIn(key)['study'] === study && key[0] !== DRAFTS && partsIn(key)['intake'] === undefined;

/** Between tabs of one browser; what one of them changed, the others fetch. */
const tabs = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('hatch-count');
tabs?.addEventListener('message', ({ data }: MessageEvent<unknown>) => {
  if (typeof data === 'string') void refresh(data);
});

/** Has all that stands on the page of a study fetched again, but the study itself. */
export function restIsStale(study: string): void {
  void fetched.invalidateQueries({ predicate: ({ queryKey }) => isOf(study, queryKey) && queryKey[0] !== STUDY });
}

/** Has everything of a study that stands on the page fetched again; the study itself is there when this resolves. */
export async function refresh(study: string): Promise<void> {
  restIsStale(study);
  await fetched.invalidateQueries({ queryKey: keptUnder(STUDY, { study }) });
}

/** The one place that knows what a change makes stale: all of its study, and the lists of studies and files. */
export async function stale({ study }: Asked): Promise<void> {
  void fetched.invalidateQueries({ predicate: ({ queryKey }) => LISTS.some((key) => key === queryKey[0]) });
  if (typeof study !== 'string') return;
  tabs?.postMessage(study);
  await refresh(study);
}

/** Has everything fetched again that was answered to a question, whatever it was asked with. */
export const askAgain = (key: Key): void =>
  void fetched.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] === key });

/** Shows a file that waits as it is now, which is what its changes answer with, and compares it again. */
export async function showIntake(intake: Intake): Promise<void> {
  const queryKey = keptUnder('GET /intakes/{intake}', { intake: intake.id });
  // What is asked just now is older than this.
  await fetched.cancelQueries({ queryKey });
  fetched.setQueryData(queryKey, intake);
  void fetched.invalidateQueries({
    predicate: (query) => partsIn(query.queryKey)['intake'] === intake.id && query.queryKey[0] !== queryKey[0],
  });
}
