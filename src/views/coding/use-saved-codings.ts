import { useCallback, useEffect, useRef, useState } from 'react';
import { useSteady } from '../../kit/use-steady.js';
import { change } from '../server/ask.js';
import { problemText, type Trouble } from '../server/problem.js';
import type { Said } from './coding-state.js';

/** What was said is sent when nothing more was for so long, in milliseconds, or when so many answers wait. */
const PAUSE = 1200;
const MOST_WAITING = 25;

interface Saving {
  /** Notes what was said of answers, to be sent with what follows. */
  save: (texts: readonly string[], said: readonly (Said | null)[]) => void;
  /** Answers whose coding is not kept yet. */
  waiting: number;
  trouble: Trouble | null;
  /** Sends again what was refused. */
  again: () => void;
}

/** Answers of which the same is said, together. */
function grouped(waiting: ReadonlyMap<string, Said | null>) {
  const groups = new Map<string, { texts: string[]; verdict: Said['verdict'] | null; themes: number[] }>();
  for (const [text, said] of waiting) {
    const key = JSON.stringify(said);
    const group = groups.get(key) ?? { texts: [], verdict: said?.verdict ?? null, themes: [...(said?.themes ?? [])] };
    groups.set(key, group);
    group.texts.push(text);
  }
  return [...groups.values()];
}

/** Keeps what a coder says, a few answers at a time, so that a key never waits for the server. */
export function useSavedCodings(study: string, working: number, coder: string): Saving {
  const waiting = useRef(new Map<string, Said | null>());
  const sending = useRef(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const [count, setCount] = useState(0);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const settled = () => {
    sending.current = false;
    setCount(waiting.current.size);
  };
  /** @param isLast nobody will be here to send it later */
  const send = useSteady((isLast = false): void => {
    clearTimeout(timer.current);
    if ((sending.current && !isLast) || waiting.current.size === 0) return;
    const batch = waiting.current;
    waiting.current = new Map();
    sending.current = true;
    const body = { coder, codings: grouped(batch) };
    change('POST /studies/{study}/workings/{working}/codings', { study, working, body }).then(
      () => {
        setTrouble(null);
        settled();
        // What came while this was on its way goes behind it.
        if (waiting.current.size > 0) timer.current = setTimeout(() => send(), PAUSE);
      },
      (error: unknown) => {
        // What was said since stays; the rest waits again.
        waiting.current = new Map([...batch, ...waiting.current]);
        setTrouble(problemText(error));
        settled();
      },
    );
  });
  const save = useCallback(
    (texts: readonly string[], said: readonly (Said | null)[]) => {
      texts.forEach((text, k) => waiting.current.set(text, said[k] ?? null));
      setCount(waiting.current.size);
      clearTimeout(timer.current);
      if (waiting.current.size >= MOST_WAITING) send();
      else timer.current = setTimeout(() => send(), PAUSE);
    },
    [send],
  );
  useEffect(() => {
    const leave = () => send(true);
    window.addEventListener('pagehide', leave);
    document.addEventListener('visibilitychange', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      document.removeEventListener('visibilitychange', leave);
      leave();
    };
  }, [send]);
  return { save, waiting: count, trouble, again: () => send() };
}
