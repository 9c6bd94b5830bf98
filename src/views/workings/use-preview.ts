import { useEffect, useState } from 'react';
import type { WorkingDraft, WorkingPreview } from '../../api/types.js';
import { client, problemText } from '../client.js';

interface Trouble {
  detail: string;
  mend: string;
}

/**
 * What a recipe would make, asked again whenever it changes; null for a recipe that is not complete. The answer to an
 * old recipe is never shown for a new one.
 */
export function usePreview(study: string, recipe: WorkingDraft['recipe'] | null) {
  const [preview, setPreview] = useState<WorkingPreview | null>(null);
  const [problem, setProblem] = useState<Trouble | null>(null);
  const key = recipe ? JSON.stringify(recipe) : '';
  useEffect(() => {
    if (key === '') {
      setPreview(null);
      return;
    }
    const abort = new AbortController();
    client.previewWorking(study, JSON.parse(key) as WorkingDraft['recipe'], abort.signal).then(
      (found) => {
        setPreview(found);
        setProblem(null);
      },
      (error: unknown) => {
        if (abort.signal.aborted) return;
        setPreview(null);
        setProblem(problemText(error));
      },
    );
    return () => abort.abort();
  }, [key, study]);
  return { preview, problem, setProblem };
}
