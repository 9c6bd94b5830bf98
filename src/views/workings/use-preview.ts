import { useEffect, useState } from 'react';
import type { WorkingPreview } from '../../api/types.js';
import type { Recipe } from '../../core/recode/recipe-shape.js';
import { client, problemText } from '../client.js';

interface Trouble {
  detail: string;
  mend: string;
}

export interface Previewed {
  /** Of the last recipe that there was an answer to; null for none. */
  preview: WorkingPreview | null;
  /** The preview is of this very recipe. */
  fresh: boolean;
  problem: Trouble | null;
  setProblem: (problem: Trouble | null) => void;
}

/**
 * What a recipe would make, asked again whenever it changes; null for a recipe that is not complete. Until an answer
 * is there the one before it stays, marked as not fresh.
 */
export function usePreview(study: string, recipe: Recipe | null): Previewed {
  const [answer, setAnswer] = useState<{ key: string; preview: WorkingPreview } | null>(null);
  const [problem, setProblem] = useState<Trouble | null>(null);
  const key = recipe ? JSON.stringify(recipe) : '';
  useEffect(() => {
    if (key === '') {
      setAnswer(null);
      setProblem(null);
      return;
    }
    const abort = new AbortController();
    client.previewWorking(study, JSON.parse(key) as Recipe, abort.signal).then(
      (preview) => {
        setAnswer({ key, preview });
        setProblem(null);
      },
      (error: unknown) => {
        if (abort.signal.aborted) return;
        setAnswer(null);
        setProblem(problemText(error));
      },
    );
    return () => abort.abort();
  }, [key, study]);
  return { preview: answer?.preview ?? null, fresh: answer?.key === key, problem, setProblem };
}
