import { useState } from 'react';
import type { WorkingPreview } from '../../api/types.js';
import type { Recipe } from '../../core/recode/recipe-shape.js';
import { useAnswer } from '../server/use-answer.js';

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
  /** Puts the problem out of sight. */
  dismiss: () => void;
}

/**
 * What a recipe would make, asked again whenever it changes; null for a recipe that is not complete. Until an answer
 * is there the one before it stays, marked as not fresh.
 * @param working whose recipe it is to be: what was coded by hand is of it
 */
export function usePreview(study: string, recipe: Recipe | null, working?: number): Previewed {
  const asked = recipe && { study, body: recipe, ...(working === undefined ? {} : { query: { working } }) };
  const { answer, fresh, problem } = useAnswer('POST /studies/{study}/workings/preview', asked, { keep: true });
  const [dismissed, setDismissed] = useState<string | null>(null);
  const words = problem && JSON.stringify([problem, recipe]);
  return {
    preview: problem && !fresh ? null : answer,
    fresh,
    problem: words === dismissed ? null : problem,
    dismiss: () => setDismissed(words),
  };
}
