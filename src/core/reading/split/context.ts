import type { Assessment } from '../../assess/types.js';
import type { MeasureId } from '../../statistic/registry.js';
import { titleOf } from '../../codebook/types.js';
import { adjust } from '../../infer/adjust.js';
import type { TestResult, Variant } from '../../infer/result.js';
import type { MeasureResult } from '../../measure/result.js';
import type { Split } from '../../table/split.js';
import { leadTest, type Read, readOf, whyUntested } from '../cross/context.js';
import type { ReadOptions } from '../options.js';
import { leading } from '../cross/strength.js';
import type { SplitAssessment } from './assess-split.js';

/** Strata named one by one before the rest are counted. */
export const LINES = 6;

/** One stratum that holds a table, with what was found in it. */
export interface Part {
  label: string;
  read: Read;
  lead: ReturnType<typeof leadTest>;
  /** p of its leading test, adjusted over the strata (Holm). */
  p: number;
  measure: MeasureResult | undefined;
}

/** A split table of two single variables. */
export interface Whole {
  split: Split;
  confidence: number;
  /** Title of the variable that splits. */
  withinTitle: string;
  read: Read;
  /** What leads in every stratum. */
  measureId: MeasureId;
  parts: Part[];
  /** Strata in which there is nothing to compare. */
  bare: string[];
}

/** What the answers over strata look at; null where there is nothing to compare in all of them together. */
export function wholeOf(
  split: Split,
  assessment: SplitAssessment,
  confidence: number,
  options: ReadOptions = {},
): Whole | null {
  if (!assessment.all?.cells) return null;
  const read = readOf(split.all, assessment.all, confidence, options);
  const measureId = leading(read)[0] ?? 'cramers-v';
  const strata = split.strata.flatMap(({ label, table }, k) => {
    const result = assessment.strata[k];
    if (!result?.cells) return [];
    const mine = readOf(table, result, confidence, options);
    if (whyUntested(mine) !== null) return [];
    return [{ label, read: mine, lead: leadTest(mine), measure: result.measures[measureId] }];
  });
  const adjusted = adjust(
    strata.map(({ lead }) => lead.test.p),
    'holm',
  );
  const labels = new Set(strata.map(({ label }) => label));
  return {
    split,
    confidence,
    withinTitle: titleOf(split.within.variable),
    read,
    measureId,
    parts: strata.map((part, k) => ({ ...part, p: adjusted[k] ?? 1 })),
    bare: split.strata.flatMap(({ label }) => (labels.has(label) ? [] : [label])),
  };
}

/** The form of the test over strata that suits the variables, by its id in the list of tests. */
function formOf({ read }: Whole): { id: string; variant: Variant | null } {
  const { rowsOrdered, columnsOrdered, rowsKept, columnsKept, twoByTwo } = read;
  const rows = rowsOrdered || rowsKept.length === 2;
  const columns = columnsOrdered || columnsKept.length === 2;
  const variant =
    twoByTwo || !(rowsOrdered || columnsOrdered) ? null : rows && columns ? 'correlation' : 'row-mean-scores';
  return { id: `mantel-haenszel${variant === null ? '' : `:${variant}`}`, variant };
}

/** The test over all strata, in the form that suits; null where there is none. */
export function withinTest(whole: Whole, { tests }: Assessment): { id: string; test: TestResult } | null {
  const { id, variant } = formOf(whole);
  const general = tests['mantel-haenszel'];
  const test = variant === null ? general : general?.variants?.[variant];
  return test ? { id, test } : general ? { id: 'mantel-haenszel', test: general } : null;
}
