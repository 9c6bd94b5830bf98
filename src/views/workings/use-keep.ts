import { useState } from 'react';
import type { WorkingDraft } from '../../api/types.js';
import { change } from '../server/ask.js';
import { type Trouble, troubleOf } from '../server/problem.js';
import { useAnswer } from '../server/use-answer.js';

interface Keeping {
  busy: boolean;
  /** Of those that are being kept: how many are computed. */
  progress: { done: number; of: number } | null;
  /** Keeps a new working, or the change of one; `kept` is called where that went well. */
  keep: (draft: WorkingDraft) => void;
  /** Keeps several new workings, or none. */
  keepAll: (drafts: readonly WorkingDraft[]) => void;
  /** Has an entry of the ledger make the recipe in the place of its own. */
  amend: (entry: number, draft: WorkingDraft) => void;
}

/** Keeps what an editor made; a problem goes to `fail`, and what was typed stays. */
export function useKeep(
  study: string,
  working: number | null,
  kept: (label: string) => void,
  fail: (problem: Trouble) => void,
  since: number | null,
): Keeping {
  const [busy, setBusy] = useState(false);
  const progress = useProgress(study, busy);
  const wait = (work: (base: number | null) => Promise<unknown>, label: string, base = since) => {
    setBusy(true);
    work(base).then(
      () => kept(label),
      (error: unknown) => {
        fail(troubleOf(error, () => wait(work, label, null)));
        setBusy(false);
      },
    );
  };
  return {
    busy,
    progress,
    keep: (draft) =>
      wait(
        (base) =>
          working === null
            ? change('POST /studies/{study}/workings', { study, body: draft })
            : change('PUT /studies/{study}/workings/{working}', { study, working, body: draft }, base),
        draft.label,
      ),
    keepAll: (drafts) =>
      wait(
        () => change('POST /studies/{study}/workings/batch', { study, body: { drafts } }),
        `${drafts.length} variables`,
      ),
    amend: (entry, { label, recipe }) => {
      if (working !== null)
        wait(
          () =>
            change('PATCH /studies/{study}/ledger/{entry}', {
              study,
              entry,
              body: { is: 'changed', things: [{ of: 'working', id: working, recipe }] },
            }),
          label,
        );
    },
  };
}

const POLL_MS = 300;

/** How far the workings are that are being kept, one or several; null: none is being computed. */
function useProgress(study: string, busy: boolean): Keeping['progress'] {
  const asked = busy ? { study } : null;
  const { answer } = useAnswer('GET /studies/{study}/workings/progress', asked, { every: () => POLL_MS });
  return answer?.making ?? null;
}
