import type { VariableDetail } from '../../api/types.js';
import { useAnswer } from '../server/use-answer.js';

/** A variable with its codes and their respondents; null while it is fetched, and for no variable (0). */
export function useDetail(
  study: string,
  variable: number,
): { detail: VariableDetail | null; problem: { detail: string; mend: string } | null } {
  const asked = variable === 0 ? null : { study, variable };
  const { answer, problem } = useAnswer('GET /studies/{study}/variables/{variable}', asked);
  return { detail: answer, problem };
}
