import { useQueries } from '@tanstack/react-query';
import type { WorkingPreview } from '../../../api/types.js';
import type { Recipe } from '../../../core/recode/recipe-shape.js';
import { ask } from '../../server/ask.js';
import { problemText } from '../../server/problem.js';
import { fetched, keptUnder } from '../../server/stale.js';

/** Whether the proof of a recipe holds, or why there is none; undefined while it is computed. */
export type Verdict = { holds: boolean; says: string } | undefined;

/** Proofs are worked out one after the other: each is over the whole data. */
let last: Promise<unknown> = Promise.resolve();

function inTurn<T>(work: () => Promise<T>): Promise<T> {
  const next = last.catch(() => undefined).then(work);
  last = next;
  return next;
}

function verdictOf({ proof }: WorkingPreview): NonNullable<Verdict> {
  const broken = proof.findings.filter(({ holds }) => !holds);
  return { holds: proof.holds, says: broken.map(({ title, text }) => `${title}: ${text}`).join(' ') };
}

/** Proves several recipes one after the other, each on the whole data. */
export function useProofs(study: string, recipes: readonly Recipe[]): Verdict[] {
  const answers = useQueries(
    {
      queries: recipes.map((body) => ({
        queryKey: keptUnder('POST /studies/{study}/workings/preview', { study, body }),
        queryFn: ({ signal }: { signal: AbortSignal }) =>
          inTurn(() => ask('POST /studies/{study}/workings/preview', { study, body }, signal)),
      })),
    },
    fetched,
  );
  return answers.map(({ data, error }) => {
    if (error) return { holds: false, says: problemText(error).detail };
    return data && verdictOf(data);
  });
}
