import { useEffect, useMemo, useRef, useState } from 'react';
import type { Counts, SentenceBody, StudyView } from '../../api/types.js';
import type { Adjustment } from '../../core/infer/adjust.js';
import { type Letters, lettersOf } from '../../core/reading/letters.js';
import { type Mark, marksOf } from '../../core/reading/marks.js';
import type { Assessment } from '../../core/assess.js';
import { withExact } from '../../core/assess/assess-exact.js';
import { chiSquareDoubtful } from '../../core/reading/cross/context.js';
import { assessTable, read, requestOf } from '../../core/reading/read.js';
import type { Answer } from '../../core/reading/types.js';
import { type Table, tabulate } from '../../core/table/tabulate.js';
import { client, problemText } from '../client.js';
import { type Exact, useExact } from '../reading/use-exact.js';
import { countKey } from './count-key.js';
import { useOwnGrouping } from './use-own-grouping.js';

/** Of every interval and verdict on screen. */
export const CONFIDENCE = 0.95;

export interface Shows {
  table: Table | null;
  /** How each cell departs from independence; null where nothing can be compared. */
  marks: (Mark | null)[][] | null;
  /** Column proportions compared two by two. */
  letters: Letters | null;
  answers: Answer[];
  /** What was worked out of the table so far. */
  tests: Assessment['tests'];
  /** The exact tests of the table, which come later. */
  exact: Exact;
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

const NO_TESTS: Assessment['tests'] = {};

/** An assessment in which a regrouped axis is checked over its source's codes and not over its own few. */
function withOwnGrouping(assessment: Assessment, own: Assessment['collapsing']): Assessment {
  if (own.length === 0) return assessment;
  const rest = assessment.collapsing.filter(({ axis }) => own.every((check) => check.axis !== axis));
  return { ...assessment, collapsing: [...own, ...rest] };
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
  const known = useMemo(() => {
    const variables = view?.variables ?? [];
    const known =
      counted &&
      [counted.sentence.rows, counted.sentence.by ?? counted.sentence.rows].every((id) =>
        variables.some((variable) => variable.id === id),
      );
    if (!counted || !known) return null;
    const table = tabulate(counted.sentence, counted.counts, variables);
    const assessment = assessTable(table, CONFIDENCE, adjustment);
    return {
      table,
      assessment,
      marks: marksOf(table, assessment),
      letters: lettersOf(table, assessment),
      took: counted.took,
    };
  }, [counted, view, adjustment]);
  const assessment = known?.assessment ?? null;
  // Two by two is exact already.
  const larger = assessment?.cells && assessment.base.rows + assessment.base.columns > 4 ? known : null;
  const exact = useExact(
    larger && requestOf(larger.table, CONFIDENCE),
    assessment !== null && chiSquareDoubtful({ result: assessment }),
  );
  const own = useOwnGrouping(view, sentence, CONFIDENCE);
  const whole = useMemo(
    () => known?.assessment && withExact(withOwnGrouping(known.assessment, own), exact.tests ?? {}),
    [known, exact.tests, own],
  );
  const answers = useMemo(() => (known ? read(known.table, whole ?? null, CONFIDENCE) : []), [known, whole]);
  return {
    table: known?.table ?? null,
    marks: known?.marks ?? null,
    letters: known?.letters ?? null,
    answers,
    tests: whole?.tests ?? NO_TESTS,
    exact,
    problem,
    busy,
    took: known?.took ?? null,
  };
}
