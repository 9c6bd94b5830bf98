import { useCallback } from 'react';
import type { RosterVariable } from '../../api/types.js';
import { editEntries } from '../server/edit-entries.js';
import { problemText } from '../server/problem.js';

/** Sets a variable's star, or takes it off. */
export function useStar(study: string, failed: (problem: { detail: string; mend: string }) => void) {
  return useCallback(
    ({ id, starred }: RosterVariable) => {
      editEntries(study, [{ variable: id, starred: !starred }]).catch((error: unknown) => failed(problemText(error)));
    },
    [study, failed],
  );
}
