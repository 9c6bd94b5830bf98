import { useEffect, useState } from 'react';
import { Button, Problem } from '../../kit/kit.js';
import { ask } from '../server/ask.js';
import type { Fetching } from './use-file.js';
import css from './hand-over.module.css';

/** How often it is asked how far a file is, in milliseconds. */
const EVERY = 400;

/** How far the file of a study is, from 0 to 1. */
function useShare(study: string, busy: boolean): number {
  const [share, setShare] = useState(0);
  useEffect(() => {
    setShare(0);
    if (!busy) return;
    const own = new AbortController();
    const look = () =>
      void ask('GET /studies/{study}/binder/progress', { study }, own.signal).then(
        (progress) => progress && setShare(progress.done / Math.max(1, progress.of)),
        // The file itself says what goes wrong with it.
        () => undefined,
      );
    const timer = setInterval(look, EVERY);
    return () => {
      clearInterval(timer);
      own.abort();
    };
  }, [study, busy]);
  return share;
}

/** How far a file is that is being written, with what ends it; or what went wrong. */
export function Writing({ study, fetching }: { study: string; fetching: Fetching }) {
  const { busy, problem, stop, dismiss } = fetching;
  const share = useShare(study, busy !== null);
  if (problem) return <Problem {...problem} dismiss={dismiss} />;
  if (busy === null) return null;
  return (
    <p className={css['writing']} role="status">
      <span>Writing {busy}…</span>
      <progress value={share} max={1} aria-label={`Writing ${busy}`} />
      <Button onClick={stop}>Stop</Button>
    </p>
  );
}
