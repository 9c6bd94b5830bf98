import { useEffect, useMemo, useRef, useState } from 'react';
import type { Counts, SentenceBody, StudyView } from '../../api/types.js';
import type { Adjustment } from '../../core/infer/adjust.js';
import { type Table, tabulate } from '../../core/table/tabulate.js';
import { client, problemText } from '../client.js';
import { CONFIDENCE, type Reading, useReading } from '../reading/use-reading.js';
import { countKey } from './count-key.js';
import { useOwnGrouping } from './use-own-grouping.js';

export interface Shows extends Reading {
  table: Table | null;
  problem: { detail: string; mend: string } | null;
  /** Counting, while the table before still stands. */
  busy: boolean;
  /** From the request to the counts, in milliseconds. */
  took: number | null;
}

interface Counted {
  sentence: SentenceBody;
  counts: Counts;
  took: number;
}

/**
 * The table of a sentence. Only a change of the sentence asks the server to count; everything after the counts is
 * worked out here.
 */
export function useTable(
  view: StudyView | null,
  sentence: SentenceBody | null,
  adjustment: Adjustment | undefined,
): Shows {
  const [counted, setCounted] = useState<Counted | null>(null);
  const [problem, setProblem] = useState<Shows['problem']>(null);
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
  const table = useMemo(() => {
    const variables = view?.variables ?? [];
    const known =
      counted &&
      [counted.sentence.rows, counted.sentence.by ?? counted.sentence.rows].every((id) =>
        variables.some((variable) => variable.id === id),
      );
    return known ? tabulate(counted.sentence, counted.counts, variables) : null;
  }, [counted, view]);
  const own = useOwnGrouping(view, sentence, CONFIDENCE);
  const reading = useReading(table, adjustment, own);
  return { ...reading, table, problem, busy, took: table && counted ? counted.took : null };
}
