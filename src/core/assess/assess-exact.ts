import { reduceTable } from '../crosstab.js';
import type { ExactOptions } from '../infer/exact/exact.js';
import { isAbsent, type TestResult } from '../infer/result.js';
import { TABLE_TESTS, type TestId } from '../statistic/registry.js';
import { tableSubject } from '../statistic/table-subject.js';
import type { TableRequest } from './requests.js';
import type { Assessment } from './types.js';

/** The tests that are worth a thread of their own. */
const SLOW = TABLE_TESTS.filter((record) => 'slow' in record);

/** What was found of them. */
export type ExactTests = Partial<Record<TestId, TestResult>>;

/**
 * The exact tests of a table alone, for whoever has the rest of it already. The counts must have been assessed before,
 * and so are known to be counts.
 */
export function exactTests({ counts, weights }: TableRequest, options: ExactOptions): ExactTests {
  const { table } = reduceTable(counts, { weights });
  const tests: ExactTests = {};
  SLOW.forEach(({ id, compute }, k) => {
    const progress = options.progress && ((share: number) => options.progress?.((k + share) / SLOW.length));
    const outcome = compute(tableSubject({ counts, exact: { ...options, progress } }, table));
    if (!isAbsent(outcome)) tests[id] = outcome;
  });
  return tests;
}

/** An assessment with exact tests put in. */
export function withExact(assessment: Assessment, exact: ExactTests): Assessment {
  return {
    ...assessment,
    tests: { ...assessment.tests, ...exact },
    absent: assessment.absent.filter(({ id }) => !(id in exact)),
  };
}
