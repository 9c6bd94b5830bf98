import type { AssessRequest } from '../../assess/requests.js';
import { subjectOf } from '../../assess/subject-of.js';
import type { Assessment } from '../../assess/types.js';
import { isAbsent, type Variant } from '../../infer/result.js';
import { findMeasure, findTest, type TestId } from '../../statistic/registry.js';
import type { Measure, Test } from '../../statistic/statistic.js';
import type { Sum } from '../../statistic/sum.js';

/** A test as a line of a reading names it, which can be another form of it: "mantel-haenszel:correlation". */
function namedTest(id: string): { record: Test; variant?: Variant } | null {
  const record = findTest(id);
  if (record) return { record };
  const [name = id, form] = id.split(':');
  const test = findTest(name);
  const variant = test?.variants?.find((other) => other === form);
  return test && variant ? { record: test, variant } : null;
}

/** Whether a statistic, or that form of it, has a sum to show. */
export function hasSum(id: string): boolean {
  return (findMeasure(id) ?? namedTest(id)?.record)?.sum != null;
}

function sumOfMeasure(record: Measure, request: AssessRequest): Sum | null {
  const subject = subjectOf(record.of, request);
  const result = subject && record.compute(subject);
  return result && !isAbsent(result) ? (record.sum?.(subject, result) ?? null) : null;
}

function sumOfTest(
  { record, variant }: { record: Test; variant?: Variant },
  request: AssessRequest,
  tests: Assessment['tests'],
  names: readonly string[],
): Sum | null {
  const subject = subjectOf(record.of, { ...request, exact: { method: 'none' } });
  const whole = subject && (tests[record.id as TestId] ?? record.compute(subject));
  if (!whole || isAbsent(whole)) return null;
  const result = variant ? whole.variants?.[variant] : whole;
  return result ? (record.sum?.({ ...subject, names }, result, variant) ?? null) : null;
}

/**
 * Shows how a statistic comes about, by hand.
 * @param tests those that are known already; an exact test of a larger table is told from its result
 * @param names of the strata, where there are any
 * @returns null for one that has no value on this request, or is no sum of a few lines here
 */
export function sumOf(
  id: string,
  request: AssessRequest,
  tests: Assessment['tests'] = {},
  names: readonly string[] = [],
): Sum | null {
  const measure = findMeasure(id);
  if (measure) return sumOfMeasure(measure, request);
  const test = namedTest(id);
  return test && sumOfTest(test, request, tests, names);
}
