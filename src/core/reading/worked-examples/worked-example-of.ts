import type { AssessRequest } from '../../assess/requests.js';
import { subjectOf } from '../../assess/subject-of.js';
import type { Assessment } from '../../assess/types.js';
import { isAbsent, type Variant } from '../../infer/result.js';
import { findMeasure, findTest, type TestId } from '../../statistic/registry.js';
import type { Measure, Test } from '../../statistic/statistic.js';
import type { WorkedExample } from '../../statistic/worked-example.js';

/** A test as a line of a reading names it, which can be another form of it: "mantel-haenszel:correlation". */
function namedTest(id: string): { record: Test; variant?: Variant } | null {
  const record = findTest(id);
  if (record) return { record };
  const [name = id, form] = id.split(':');
  const test = findTest(name);
  const variant = test?.variants?.find((other) => other === form);
  return test && variant ? { record: test, variant } : null;
}

/** Whether a statistic, or that form of it, has a worked example to show. */
export function hasWorkedExample(id: string): boolean {
  return (findMeasure(id) ?? namedTest(id)?.record)?.workedExample != null;
}

function exampleOfMeasure(record: Measure, request: AssessRequest): WorkedExample | null {
  const subject = subjectOf(record, request);
  const result = subject && record.compute(subject);
  return result && !isAbsent(result) ? (record.workedExample?.(subject, result) ?? null) : null;
}

function exampleOfTest(
  { record, variant }: { record: Test; variant?: Variant },
  request: AssessRequest,
  tests: Assessment['tests'],
  names: readonly string[],
): WorkedExample | null {
  const subject = subjectOf(record, { ...request, exact: { method: 'none' } });
  const whole = subject && (tests[record.id as TestId] ?? record.compute(subject));
  if (!whole || isAbsent(whole)) return null;
  const result = variant ? whole.variants?.[variant] : whole;
  return result ? (record.workedExample?.({ ...subject, names }, result, variant) ?? null) : null;
}

/**
 * Shows how a statistic comes about, by hand.
 * @param tests those that are known already; an exact test of a larger table is told from its result
 * @param names of the strata, where there are any
 * @returns null for one that has no value on this request, or takes more than a few lines here
 */
export function workedExampleOf(
  id: string,
  request: AssessRequest,
  tests: Assessment['tests'] = {},
  names: readonly string[] = [],
): WorkedExample | null {
  const measure = findMeasure(id);
  if (measure) return exampleOfMeasure(measure, request);
  const test = namedTest(id);
  return test && exampleOfTest(test, request, tests, names);
}
