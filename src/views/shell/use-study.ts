import type { StudyView } from '../../api/types.js';
import { fetched, keptUnder } from '../server/stale.js';
import { useAnswer } from '../server/use-answer.js';

/**
 * The study as the server has it; fetched again when something in it was changed, and when the tab comes back to the
 * front, for another may have changed it.
 */
export function useStudy(study: string): {
  view: StudyView | null;
  problem: { detail: string; mend: string } | null;
} {
  const { answer, problem } = useAnswer('GET /studies/{study}', { study }, { keep: true, onFocus: true });
  return { view: answer, problem };
}

/** The study as it was fetched last. */
export const studyNow = (study: string): StudyView | undefined =>
  fetched.getQueryData<StudyView>(keptUnder('GET /studies/{study}', { study }));
