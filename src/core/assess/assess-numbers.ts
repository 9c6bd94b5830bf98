import type { GroupNumbers } from '../count/types.js';
import { numberColumn } from '../count/number-column.js';
import { numberGroups } from '../count/number-groups.js';
import { Fault } from '../fault.js';
import type { Adjustment } from '../infer/adjust.js';
import { meanPairs } from '../infer/mean-pairs.js';
import { rankTest } from '../infer/number-ranks.js';
import { NUMBER_MEASURES, NUMBER_TESTS } from '../statistic/registry.js';
import type { NumbersSubject } from '../statistic/subjects.js';
import { recordMeasure, recordTest } from './record.js';
import type { NumbersRequest } from './requests.js';
import { type Assessment, emptyAssessment } from './types.js';

const CONFIDENCE = 0.95;

/** Groups as they were counted, null where nobody is. */
export interface CountedNumbers {
  all: GroupNumbers | null;
  ties: number | null;
  columns: readonly (GroupNumbers | null)[];
}

/** Numbers in groups without the groups that nobody is in; null where there is nobody at all. */
export function numbersSubjectOf({ all, ties, columns }: CountedNumbers, confidence: number): NumbersSubject | null {
  return all && { groups: columns.filter((group) => group !== null), all, ties, confidence };
}

/** @throws Fault naming the group and the respondent */
function check({ groups, weights }: NumbersRequest['numbers']): void {
  const isGiven = weights === undefined || weights.length === groups.length;
  groups.forEach((values, group) =>
    values.forEach((value, k) => {
      const place = { field: `numbers.groups[${group}][${k}]` };
      if (!Number.isFinite(value))
        throw new Fault('invalid', `Number ${k + 1} of group ${group + 1} is none.`, 'Leave it out.', place);
    }),
  );
  const uneven = weights?.findIndex((values, group) => values.length !== groups[group]?.length) ?? -1;
  if (!isGiven || uneven >= 0) {
    const place = { field: `numbers.weights${uneven >= 0 ? `[${uneven}]` : ''}` };
    throw new Fault('invalid', 'Weights are not as many as numbers.', 'Give each number one.', place);
  }
  weights?.forEach((values, group) =>
    values.forEach((value, k) => {
      if (Number.isFinite(value) && value > 0) return;
      const place = { field: `numbers.weights[${group}][${k}]` };
      throw new Fault('invalid', `Weight ${k + 1} of group ${group + 1} is not above 0.`, 'Leave it out.', place);
    }),
  );
}

/** Numbers as they are sent, described in groups as those of a study are. */
function countedOf({ groups, weights }: NumbersRequest['numbers']): CountedNumbers {
  const values = Float64Array.from(groups.flat());
  const column = {
    kind: 'coded',
    values: Uint16Array.from(groups.flatMap((group, k) => group.map(() => k + 1))),
    codes: groups.map((_, k) => String(k)),
  } as const;
  const [counted] = numberGroups({
    numbers: numberColumn({ kind: 'number', values, words: [] }, 'numbers', []),
    nest: [{ column: { ...column, codes: [...column.codes] }, answers: [false, ...groups.map(() => true)] }],
    within: null,
    respondents: values.length,
    mask: null,
    weight: weights ? Float64Array.from(weights.flat()) : null,
  });
  const { all, ties, groups: described } = counted!;
  return { all, ties, columns: described.slice(1) };
}

/** What statistics of numbers are worked out from, out of what was sent; null where there is not one number. */
export const numbersSubject = ({ numbers, confidence = CONFIDENCE }: NumbersRequest): NumbersSubject | null =>
  numbersSubjectOf(countedOf(numbers), confidence);

/** Every test and measure of numbers in groups, as they were counted, and their means two by two. */
export function assessGroups(
  counted: CountedNumbers,
  confidence: number,
  adjustment: Adjustment = 'holm',
): Assessment | null {
  const subject = numbersSubjectOf(counted, confidence);
  if (!subject) return null;
  const { all, groups } = subject;
  const result = emptyAssessment({
    N: all.weight,
    respondents: all.n,
    effective: all.weight ** 2 / all.weightSquares,
    rows: 1,
    columns: groups.length,
  });
  for (const { id, compute } of NUMBER_TESTS) recordTest(result, id, compute(subject));
  recordTest(result, 'kruskal-wallis', rankTest(subject));
  for (const { id, compute } of NUMBER_MEASURES) recordMeasure(result, id, compute(subject));
  result.means = groups.length > 1 ? meanPairs(subject, adjustment) : null;
  counted.columns.forEach((group, j) => group ?? result.dropped.columns.push(j));
  return result;
}

/**
 * Every test and measure of numbers in groups.
 * @throws Fault naming what cannot be taken
 */
export function assessNumbers(request: NumbersRequest): Assessment {
  check(request.numbers);
  const { numbers, confidence = CONFIDENCE, adjustment } = request;
  return assessGroups(countedOf(numbers), confidence, adjustment) ?? emptyAssessment();
}
