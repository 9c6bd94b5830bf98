import { useEffect, useMemo, useRef, useState } from 'react';
import type { Counts, SavedTable, SentenceBody, StudyView } from '../../api/types.js';
import { asDisplayed } from '../../core/table/order.js';
import type { SizeWords } from '../../core/reading/size-words.js';
import { variablesOf } from '../../core/table/sentence.js';
import { split, splitAsDisplayed, type Split } from '../../core/table/split.js';
import { type Table, tabulate } from '../../core/table/tabulate.js';
import { client, problemText } from '../client.js';
import { CONFIDENCE, type Reading, type SplitReading, useReading, useSplitReading } from '../reading/use-reading.js';
import { countKey } from './count-key.js';
import { useOwnGrouping } from './use-own-grouping.js';

export interface Shows extends Reading {
  /** The table that is shown alone; null while there is none, and where the tables of all strata stand side by side. */
  table: Table | null;
  /** A table within a third variable. */
  split: Split | null;
  /** Its strata one under the other, where none of them was chosen. */
  each: SplitReading | null;
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

/** The choice of all strata as one table. No code can be this. */
export const TOGETHER = '\u0000together';

/**
 * The table of a sentence; `stratum` is the one chosen of a table within a third variable, by its code. Only a change
 * of the sentence asks the server to count; everything after the counts is worked out here.
 */
export function useTable(
  view: StudyView | null,
  sentence: SentenceBody | null,
  { letters: adjustment, order = 'list', last = false, predicted, percent, shares }: SavedTable['shown'],
  stratum: string | null,
  sizes?: SizeWords,
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
  const found = useMemo(() => {
    const variables = view?.variables ?? [];
    const known =
      counted && variablesOf(counted.sentence).every((id) => variables.some((variable) => variable.id === id));
    if (!known) return null;
    const { sentence: asked, counts } = counted;
    if (asked.within !== null) {
      return splitAsDisplayed(split(asked, counts, variables), { order, last });
    }
    return asDisplayed(tabulate(asked, counts, variables), { order, last });
  }, [counted, view, order, last]);
  const strata = found && 'strata' in found ? found : null;
  const one = strata?.strata.find(({ code }) => code === stratum)?.table;
  const table = found && !('strata' in found) ? found : stratum === TOGETHER ? (strata?.all ?? null) : (one ?? null);
  const proportions = useMemo(
    () => (table && !table.columns && shares ? table.rows.categories.map(({ code }) => shares[code] ?? 0) : undefined),
    [table, shares],
  );
  const each = useSplitReading(table ? null : strata, adjustment, { sizes, predicted, percent });
  // The codes of one stratum, or of all, are not those that the check of the cut was made over.
  const own = useOwnGrouping(view, sentence?.within === null ? sentence : null, CONFIDENCE);
  const reading = useReading(table, adjustment, own, { proportions, sizes, predicted, percent });
  return {
    ...reading,
    answers: each?.answers ?? reading.answers,
    sums: each?.sums ?? reading.sums,
    table,
    split: strata,
    each,
    problem,
    busy,
    took: found && counted ? counted.took : null,
  };
}
