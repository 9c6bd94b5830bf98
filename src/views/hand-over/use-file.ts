import { useEffect, useRef, useState } from 'react';
import type { AskedOf, FileKey } from '../../api/types.js';
import { saveFile } from '../../kit/save-file.js';
import { fileAddress } from '../server/address.js';
import { askFile } from '../server/ask.js';
import { openPage } from './open-page.js';
import { problemText } from '../server/problem.js';

/** A file that is fetched and saved. */
export interface Fetching {
  /** What is on its way, as it was called; null: nothing. */
  busy: string | null;
  problem: { detail: string; mend: string } | null;
  fetch: <K extends FileKey>(called: string, key: K, asked: AskedOf<K>) => void;
  /** Ends it, at the server too. */
  stop: () => void;
  dismiss: () => void;
}

/** Whether a file is asked for to be looked at, and not to be saved. */
const isOpened = (asked: object): boolean =>
  'query' in asked && typeof asked.query === 'object' && asked.query !== null && 'open' in asked.query;

/**
 * Fetches files for the browser to save, one at a time; leaving the page, or asking for another, ends what is on its
 * way.
 * @param done is told the name of a file that was saved
 */
export function useFile(done: (name: string) => void): Fetching {
  const [busy, setBusy] = useState<string | null>(null);
  const [problem, setProblem] = useState<Fetching['problem']>(null);
  const running = useRef<AbortController | null>(null);
  const stop = () => {
    running.current?.abort();
    running.current = null;
    setBusy(null);
  };
  useEffect(() => () => running.current?.abort(), []);
  return {
    busy,
    problem,
    stop,
    dismiss: () => setProblem(null),
    fetch: (called, key, asked) => {
      stop();
      if (isOpened(asked)) {
        setProblem(openPage(fileAddress(key, asked)));
        return;
      }
      const own = new AbortController();
      running.current = own;
      setBusy(called);
      setProblem(null);
      askFile(key, asked, own.signal)
        .then(
          ({ blob, name }) => {
            saveFile(blob, name);
            done(name);
          },
          (error: unknown) => {
            if (!own.signal.aborted) setProblem(problemText(error));
          },
        )
        .finally(() => {
          if (running.current !== own) return;
          running.current = null;
          setBusy(null);
        });
    },
  };
}
