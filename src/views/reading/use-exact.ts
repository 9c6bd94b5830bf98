import { useCallback, useEffect, useState } from 'react';
import type { TableRequest } from '../../core/assess/requests.js';
import type { ExactTests } from '../../core/assess/assess-exact.js';
import { EXACT_EFFORT } from '../../core/reading/exact-needed.js';
import type { ExactJob, ExactMessage } from './exact-worker.js';

/** How the exact tests of the table on screen stand. */
export interface Exact {
  state: 'none' | 'offered' | 'running' | 'stopped' | 'done';
  /** Share done, 0 to 1. */
  share: number;
  tests: ExactTests | null;
  start: () => void;
  stop: () => void;
}

interface Standing {
  /** The table that this is of. */
  key: string;
  state: 'running' | 'stopped' | 'done';
  share: number;
  tests: ExactTests | null;
}

/**
 * Works the exact tests of a table out in a thread of its own. They start by themselves where chi-square is doubtful,
 * and are offered everywhere else; another table, or leaving, ends them.
 * @param request null where there is nothing to test exactly
 */
export function useExact(request: TableRequest | null, needed: boolean): Exact {
  const key = request === null ? '' : JSON.stringify(request.counts);
  const [standing, setStanding] = useState<Standing | null>(null);
  const [asked, setAsked] = useState('');
  const [stopped, setStopped] = useState('');
  const wanted = key !== '' && stopped !== key && (needed || asked === key);
  useEffect(() => {
    if (!wanted || request === null) return;
    const worker = new Worker(new URL('./exact-worker.ts', import.meta.url), { type: 'module' });
    setStanding({ key, state: 'running', share: 0, tests: null });
    worker.addEventListener('message', ({ data }: MessageEvent<ExactMessage>) => {
      if ('share' in data) setStanding({ key, state: 'running', share: data.share, tests: null });
      else setStanding({ key, state: 'done', share: 1, tests: data.tests });
    });
    // A thread that cannot start or breaks off leaves the offer to try again, not a bar that never fills.
    worker.addEventListener('error', () => {
      setStopped(key);
      setStanding(null);
    });
    const job: ExactJob = { request: { counts: request.counts }, ...EXACT_EFFORT };
    worker.postMessage(job);
    return () => worker.terminate();
    // The counts are the table; its other parts do not touch the exact tests.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, wanted]);
  const start = useCallback(() => {
    setStopped('');
    setAsked(key);
  }, [key]);
  const stop = useCallback(() => {
    setStopped(key);
    setStanding(null);
  }, [key]);
  const mine = standing?.key === key ? standing : null;
  const idle = key === '' ? 'none' : stopped === key ? 'stopped' : 'offered';
  return { state: mine?.state ?? idle, share: mine?.share ?? 0, tests: mine?.tests ?? null, start, stop };
}
