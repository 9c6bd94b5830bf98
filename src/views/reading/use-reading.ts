import { useMemo } from 'react';
import type { Assessment } from '../../core/assess/types.js';
import { withExact } from '../../core/assess/assess-exact.js';
import type { Adjustment } from '../../core/infer/adjust.js';
import { canBeExact, needsExact } from '../../core/reading/exact-needed.js';
import { type GroupingCheck, withOwnGrouping } from '../../core/reading/own-grouping.js';
import { assessmentOfTable, read, requestOf } from '../../core/reading/read.js';
import type { ReadOptions } from '../../core/reading/options.js';
import {
  workedExamplesOfSplit,
  workedExamplesOfTable,
  type WorkedExamples,
} from '../../core/reading/worked-examples/worked-examples-of.js';
import type { Answer } from '../../core/reading/types.js';
import { readSplit } from '../../core/reading/read-within.js';
import { assessSplit } from '../../core/reading/split/assess-split.js';
import type { Split, Stratum } from '../../core/table/split.js';
import type { Table } from '../../core/table/table.js';
import type { Extras } from '../../core/view/block-view.js';
import { cellExtras } from '../../core/view/whole-view.js';
import { type Exact, useExact } from './use-exact.js';

/** Of every interval and verdict on screen, where nobody chose another. */
export const CONFIDENCE = 0.95;

/** All that is worked out of a table on screen. */
export interface Reading {
  answers: Answer[];
  /** How each statistic comes about; undefined where there is none to show. */
  workedExamples: WorkedExamples | undefined;
  /** The exact tests of the table, which come later. */
  exact: Exact;
}

/** A stratum's table with what is worked out of it. */
type StratumShown = Stratum & Extras;

/** Works a table out: for its cells, and for its reading. */
export interface Work {
  cells: (table: Table) => Extras;
  assess: (table: Table) => Assessment | null;
}

/** What is worked out of a table, once for each. */
function once<T>(of: (table: Table) => T): (table: Table) => T {
  const cache = new WeakMap<Table, { value: T }>();
  return (table) => {
    const kept = cache.get(table) ?? { value: of(table) };
    cache.set(table, kept);
    return kept.value;
  };
}

/** Statistics of tables: worked out once for each table, and kept while it is on screen. */
export function useWork(adjustment: Adjustment = 'holm', least = 0, confidence = CONFIDENCE): Work {
  return useMemo(
    () => ({
      cells: once((table) => cellExtras(table, { adjustment, confidence, least })),
      assess: once((table) => assessmentOfTable(table, confidence, adjustment)),
    }),
    [adjustment, least, confidence],
  );
}

/** All that is worked out of a table within a third variable. */
export interface SplitReading {
  strata: StratumShown[];
  answers: Answer[];
  workedExamples: WorkedExamples;
}

/** A split table with the statistics of each stratum and the reading of all; null where there is none. */
export function useSplitReading(
  split: Split | null,
  work: Work,
  { sizes, predicted, percent }: ReadOptions = {},
  confidence = CONFIDENCE,
): SplitReading | null {
  return useMemo(() => {
    if (!split) return null;
    const assessment = assessSplit(split, confidence, work.assess);
    return {
      strata: split.strata.map((stratum) => ({ ...stratum, ...work.cells(stratum.table) })),
      answers: readSplit(split, assessment, confidence, { sizes, predicted, percent }),
      workedExamples: workedExamplesOfSplit(split, assessment, confidence),
    };
  }, [split, work, sizes, predicted, percent, confidence]);
}

/** No axis was regrouped. */
const NONE: readonly GroupingCheck[] = [];

/**
 * A table with its statistics, its reading and its exact tests.
 * @param table null while there is none
 * @param own collapsing checks of axes that were regrouped
 * @param options what the reader chose; nothing of it changes a statistic
 */
export function useReading(
  table: Table | null,
  work: Work,
  own = NONE,
  { proportions, sizes, predicted, percent }: ReadOptions = {},
  confidence = CONFIDENCE,
): Reading {
  const assessment = table && work.assess(table);
  const request = useMemo(() => table && requestOf(table, confidence), [table, confidence]);
  const exact = useExact(
    assessment && canBeExact(assessment) ? request : null,
    assessment !== null && needsExact(assessment),
  );
  const whole = useMemo(
    () => assessment && withExact(withOwnGrouping(assessment, own), exact.tests ?? {}),
    [assessment, exact.tests, own],
  );
  const answers = useMemo(
    () => (table ? read(table, whole, confidence, { proportions, sizes, predicted, percent }) : []),
    [table, whole, confidence, proportions, sizes, predicted, percent],
  );
  const workedExamples = useMemo(
    () => (table && workedExamplesOfTable(table, whole, confidence, proportions)) ?? undefined,
    [table, whole, confidence, proportions],
  );
  return { answers, workedExamples, exact };
}
