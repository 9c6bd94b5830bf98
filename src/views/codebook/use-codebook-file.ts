import { useState } from 'react';
import type { SentCodebookPlan } from '../../api/types.js';
import { ask } from '../server/ask.js';
import { problemText } from '../server/problem.js';
import type { Codebook } from './use-codebook.js';

/** A codebook that is brought for a study that is there: what it would change is asked for, and not made. */
export function useCodebookFile(study: string, setTrouble: Codebook['setTrouble']) {
  const [plan, setPlan] = useState<SentCodebookPlan | null>(null);
  const [busy, setBusy] = useState(false);
  const take = (file: File) => {
    setBusy(true);
    ask('POST /studies/{study}/codebook/file', { study, file })
      .then(setPlan, (error: unknown) => setTrouble(problemText(error)))
      .finally(() => setBusy(false));
  };
  return { plan, busy, take, close: () => setPlan(null) };
}
