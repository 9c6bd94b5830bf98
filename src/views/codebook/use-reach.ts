import { useAnswer } from '../server/use-answer.js';

/** A code, and the variables in which it is meant. */
export interface CodeInVariables {
  code: string;
  variables: number[];
}

/** How many respondents have at least one of some codes, each counted once; null: not asked, or not known yet. */
export function useReach(study: string, codes: readonly CodeInVariables[]): number | null {
  const asked = codes.length === 0 ? null : { study, body: { in: codes } };
  return useAnswer('POST /studies/{study}/missing/reach', asked).answer?.any ?? null;
}
