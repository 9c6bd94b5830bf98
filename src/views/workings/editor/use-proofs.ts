import { useEffect, useState } from 'react';
import type { Recipe } from '../../../core/recode/recipe-shape.js';
import { client, problemText } from '../../client.js';

/** Whether the proof of a recipe holds, or why there is none; undefined while it is computed. */
export type Verdict = { holds: boolean; says: string } | undefined;

/** Proves several recipes one after the other, each on the whole data. */
export function useProofs(study: string, recipes: readonly Recipe[]): Verdict[] {
  const [known, setKnown] = useState<ReadonlyMap<string, NonNullable<Verdict>>>(new Map());
  const keys = recipes.map((recipe) => JSON.stringify(recipe));
  const next = keys.find((key) => !known.has(key));
  useEffect(() => {
    if (next === undefined) return;
    const abort = new AbortController();
    const tell = (verdict: NonNullable<Verdict>) => setKnown((old) => new Map(old).set(next, verdict));
    client.previewWorking(study, JSON.parse(next) as Recipe, abort.signal).then(
      ({ proof }) =>
        tell({
          holds: proof.holds,
          says: proof.findings
            .filter(({ holds }) => !holds)
            .map(({ title, text }) => `${title}: ${text}`)
            .join(' '),
        }),
      (error: unknown) => !abort.signal.aborted && tell({ holds: false, says: problemText(error).detail }),
    );
    return () => abort.abort();
  }, [study, next]);
  return keys.map((key) => known.get(key));
}
