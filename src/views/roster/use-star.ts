import { useCallback } from 'react';
import type { RosterVariable } from '../../api/types.js';
import { client, problemText } from '../client.js';

/** Sets a variable's star, or takes it off, and has the study shown again. */
export function useStar(
  study: string,
  reload: () => Promise<unknown>,
  failed: (problem: { detail: string; mend: string }) => void,
) {
  return useCallback(
    ({ id, starred }: RosterVariable) => {
      client.editEntries(study, [{ variable: id, starred: !starred }]).then(
        () => reload(),
        (error: unknown) => failed(problemText(error)),
      );
    },
    [study, reload, failed],
  );
}
