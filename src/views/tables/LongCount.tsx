import { useEffect, useState } from 'react';
import { plural } from '../../core/words.js';
import { InlineButton } from '../../kit/kit.js';
import { useOverdue } from '../../kit/use-overdue.js';
import type { Counting } from './use-counts.js';
import css from './long-count.module.css';

/** Counting that takes longer than this is told, in milliseconds. */
const LONG = 2000;
const SECOND = 1000;

/** Whole seconds since this was first shown, and those before that. */
function useSeconds(before: number): number {
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    const begun = performance.now();
    const timer = setInterval(() => setSeconds(Math.floor((performance.now() - begun) / SECOND)), SECOND);
    return () => clearInterval(timer);
  }, []);
  return seconds + Math.floor(before / SECOND);
}

function Under({ stop, before }: { stop: () => void; before: string }) {
  const seconds = useSeconds(LONG);
  return (
    <p className={css['line']}>
      {/* Said once; the seconds are for the eye. */}
      <span role="status">Still counting{before}</span>
      <span aria-hidden="true"> ({plural(seconds, 'second')})</span>
      <InlineButton onClick={stop}>Stop counting</InlineButton>
    </p>
  );
}

/** A table that takes long to count: it can be stopped, and begun again. */
export function LongCount({ counting, isThere }: { counting: Counting; isThere: boolean }) {
  const { busy, stopped, stop, again } = counting;
  const isLong = useOverdue(busy, LONG);
  const before = isThere ? '; what stands here is the table before.' : '.';
  if (isLong) return <Under stop={stop} before={before} />;
  if (!stopped) return null;
  return (
    <p className={css['line']}>
      <span role="status">Counting was stopped{before}</span>
      <InlineButton onClick={again}>Count it</InlineButton>
    </p>
  );
}
