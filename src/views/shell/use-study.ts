import { useCallback, useEffect, useState } from 'react';
import type { StudyView } from '../../api/types.js';
import { client, problemText } from '../client.js';
import { listen, MOVED } from './changed.js';

export interface Loaded {
  view: StudyView | null;
  problem: { detail: string; mend: string } | null;
  /** Fetches the study again; resolves with what it is now. */
  reload: () => Promise<StudyView | null>;
}

/**
 * The study as the server has it; fetched again when the tab comes back to the front, for another may have changed it.
 */
export function useStudy(study: string): Loaded {
  const [view, setView] = useState<StudyView | null>(null);
  const [problem, setProblem] = useState<Loaded['problem']>(null);
  const reload = useCallback(async () => {
    try {
      const fresh = await client.study(study);
      setView((old) =>
        old?.study.revision === fresh.study.revision && old.variables.length === fresh.variables.length ? old : fresh,
      );
      setProblem(null);
      return fresh;
    } catch (error) {
      setProblem(problemText(error));
      return null;
    }
  }, [study]);
  useEffect(() => {
    void reload();
    const shown = () => {
      if (document.visibilityState === 'visible') void reload();
    };
    document.addEventListener('visibilitychange', shown);
    const stop = listen(MOVED, () => void reload());
    return () => {
      stop();
      document.removeEventListener('visibilitychange', shown);
    };
  }, [reload]);
  return { view, problem, reload };
}
