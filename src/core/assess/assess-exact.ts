import { reduceTable } from '../crosstab.js';
import { type ExactOptions, fisherExact, pearsonExact } from '../infer/exact/exact.js';
import { isAbsent, type TestResult } from '../infer/result.js';
import type { Assessment, TableRequest } from './types.js';

/** The tests that are worth a thread of their own. */
export type ExactTests = Partial<Record<'fisher' | 'pearson-exact', TestResult>>;

/**
 * The exact tests of a table alone, for whoever has the rest of it already. The counts must have been assessed before,
 * and so are known to be counts.
 */
export function exactTests({ counts, weights }: TableRequest, options: ExactOptions): ExactTests {
  const { table } = reduceTable(counts, { weights });
  const found: ExactTests = {};
  const both = [
    ['fisher', fisherExact],
    ['pearson-exact', pearsonExact],
  ] as const;
  both.forEach(([id, compute], k) => {
    const progress = options.progress && ((share: number) => options.progress?.((k + share) / both.length));
    const outcome = compute(table, { ...options, progress });
    if (!isAbsent(outcome)) found[id] = outcome;
  });
  return found;
}

/** An assessment with exact tests put in. */
export function withExact(assessment: Assessment, exact: ExactTests): Assessment {
  return {
    ...assessment,
    tests: { ...assessment.tests, ...exact },
    absent: assessment.absent.filter(({ id }) => !(id in exact)),
  };
}
