import { useEffect, useState } from 'react';
import type { WorkingDraft } from '../../api/types.js';
import { client, type Trouble, troubleOf } from '../client.js';

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
          working === null ? client.keepWorking(study, draft) : client.editWorking(study, working, draft, base),
        draft.label,
      ),
    keepAll: (drafts) => wait(() => client.keepWorkings(study, drafts), `${drafts.length} variables`),
    amend: (entry, { label, recipe }) => {
      if (working !== null)
        wait(
          () => client.amendEntry(study, entry, { is: 'changed', things: [{ of: 'working', id: working, recipe }] }),
          label,
        );
    },
  };
}

const POLL_MS = 300;

/** How far the workings are that are being kept, one or several; null: none is being computed. */
function useProgress(study: string, busy: boolean): Keeping['progress'] {
  const [progress, setProgress] = useState<Keeping['progress']>(null);
  useEffect(() => {
    if (!busy) return;
    let stopped = false;
    const timer = setInterval(() => {
      client.making(study).then(
        ({ making }) => !stopped && making && setProgress(making),
        () => undefined,
      );
    }, POLL_MS);
    return () => {
      stopped = true;
      clearInterval(timer);
      setProgress(null);
    };
  }, [study, busy]);
  return progress;
}
