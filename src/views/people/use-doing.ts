import { useState } from 'react';
import { problemText } from '../server/problem.js';

/** Something that is asked of the server: whether it is under way, and why it did not come to it. */
export interface Doing {
  busy: boolean;
  problem: { detail: string; mend: string } | null;
  forget: () => void;
  /** Does something, and then what follows from it; where it fails, its problem is shown. */
  run: <T>(work: () => Promise<T>, then?: (done: T) => void) => void;
}

/** @example const { run, problem } = useDoing(); run(() => ask('POST /sign-out', {}), leave); */
export function useDoing(): Doing {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<Doing['problem']>(null);
  return {
    busy,
    problem,
    forget: () => setProblem(null),
    run: (work, then) => {
      setBusy(true);
      setProblem(null);
      work()
        .then((done) => then?.(done))
        .catch((error: unknown) => setProblem(problemText(error)))
        .finally(() => setBusy(false));
    },
  };
}
