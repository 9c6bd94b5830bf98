import { useEffect, useRef, useState } from 'react';
import type { Counts, StudyView } from '../../api/types.js';
import type { Sentence } from '../../core/table/sentence.js';
import { client, problemText } from '../client.js';
import { countKey } from './count-key.js';

/** What the server counted, of which sentence. */
export interface Counted {
  sentence: Sentence;
  /** Of each block. */
  counts: Counts[];
  /** From the request to the counts, in milliseconds. */
  took: number;
}

/** Counts a sentence; only what its counts depend on asks the server again. */
export function useCounts(view: StudyView | null, sentence: Sentence | null) {
  const [counted, setCounted] = useState<Counted | null>(null);
  const [problem, setProblem] = useState<{ detail: string; mend: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const key = countKey(view, sentence);
  const wanted = useRef(sentence);
  useEffect(() => {
    wanted.current = sentence;
  });
  const study = view?.study.id;
  useEffect(() => {
    const asked = wanted.current;
    if (!asked || study === undefined) {
      setCounted(null);
      setProblem(null);
      return;
    }
    const abort = new AbortController();
    setBusy(true);
    const started = performance.now();
    client.counts(study, asked, abort.signal).then(
      (counts) => {
        setCounted({ sentence: asked, counts, took: performance.now() - started });
        setProblem(null);
        setBusy(false);
      },
      (error: unknown) => {
        if (abort.signal.aborted) return;
        setCounted(null);
        setProblem(problemText(error));
        setBusy(false);
      },
    );
    return () => abort.abort();
  }, [key, study]);
  return { counted, problem, busy };
}
