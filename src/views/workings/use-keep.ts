import { useState } from 'react';
import type { WorkingDraft } from '../../api/types.js';
import { client, problemText } from '../client.js';

interface Keeping {
  busy: boolean;
  /** Keeps a new working, or the change of one; `kept` is called where that went well. */
  keep: (draft: WorkingDraft) => void;
  /** Keeps several new workings, or none. */
  keepAll: (drafts: readonly WorkingDraft[]) => void;
}

/** Keeps what an editor made; a problem goes to `fail`, and what was typed stays. */
export function useKeep(
  study: string,
  working: number | null,
  kept: (label: string) => void,
  fail: (problem: { detail: string; mend: string }) => void,
): Keeping {
  const [busy, setBusy] = useState(false);
  const wait = (work: Promise<unknown>, label: string) => {
    setBusy(true);
    work.then(
      () => kept(label),
      (error: unknown) => {
        fail(problemText(error));
        setBusy(false);
      },
    );
  };
  return {
    busy,
    keep: (draft) =>
      wait(
        working === null ? client.keepWorking(study, draft) : client.editWorking(study, working, draft),
        draft.label,
      ),
    keepAll: (drafts) => wait(client.keepWorkings(study, drafts), `${drafts.length} variables`),
  };
}
