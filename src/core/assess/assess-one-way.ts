import type { Subjects } from '../statistic/subjects.js';
import { Fault } from '../fault.js';
import { goodnessOfFitTest, oneWay } from '../infer/goodness-of-fit.js';
import { recordTest } from './record.js';
import { type Assessment, emptyAssessment } from './types.js';
import type { OneWayRequest } from './requests.js';

/** The counts with what is expected of each. */
export const oneWaySubject = ({ oneWay: { counts, proportions }, exact }: OneWayRequest): Subjects['one-way'] => ({
  ...oneWay(counts, proportions),
  shares: proportions,
  exact,
});

/**
 * One set of counts against equal or given proportions.
 * @throws Fault naming the category
 */
export function assessOneWay(request: OneWayRequest): Assessment {
  const { counts, proportions } = request.oneWay;
  counts.forEach((count, k) => {
    if (!Number.isFinite(count) || count < 0) {
      throw new Fault('invalid', `Category ${k + 1} holds ${String(count)}.`, 'Counts are finite numbers from 0 up.', {
        field: `oneWay.counts[${k}]`,
        cell: { row: k + 1, column: 1 },
      });
    }
  });
  if (proportions && proportions.length !== counts.length) {
    throw new Fault(
      'invalid',
      `There are ${proportions.length} proportions for ${counts.length} categories.`,
      'Give one for each category.',
      { field: 'oneWay.proportions' },
    );
  }
  proportions?.forEach((share, k) => {
    if (!Number.isFinite(share) || share <= 0) {
      throw new Fault(
        'invalid',
        `Category ${k + 1} is expected to have a share of ${String(share)}.`,
        'Proportions are above 0; leave out a category that nobody can be in.',
        { field: `oneWay.proportions[${k}]` },
      );
    }
  });
  const subject = oneWaySubject(request);
  const least = subject.expected.reduce((x, y) => Math.min(x, y), Infinity);
  const result = emptyAssessment({
    N: subject.N,
    respondents: subject.N,
    effective: subject.N,
    rows: counts.length,
    columns: 1,
    smallestExpected: Number.isFinite(least) ? least : null,
    smallExpected: subject.expected.filter((e) => e < 5).length,
  });
  recordTest(result, 'goodness-of-fit', goodnessOfFitTest.compute(subject));
  return result;
}
