import { total } from '../numerics/total.js';
import type { Subjects } from '../statistic/subjects.js';
import { Fault } from '../fault.js';
import { cochranQTest } from '../infer/cochran-q.js';
import { recordTest } from './record.js';
import { type Assessment, emptyAssessment } from './types.js';
import type { RelatedRequest } from './requests.js';

/** The answers with how often each line was given. */
export const relatedSubject = ({ related: { answers, times } }: RelatedRequest): Subjects['related'] => ({
  answers,
  times: times ?? answers.map(() => 1),
});

/**
 * Related yes/no answers of the same respondents.
 * @throws Fault naming the line and the question
 */
export function assessRelated(request: RelatedRequest): Assessment {
  const { answers, times } = request.related;
  const width = answers[0]?.length ?? 0;
  answers.forEach((answer, i) => {
    if (answer.length !== width) {
      throw new Fault(
        'invalid',
        `Line ${i + 1} has ${answer.length} answers where line 1 has ${width}.`,
        'Give one answer for each question; leave out who did not answer them all.',
        { field: 'related.answers', cell: { row: i + 1, column: Math.min(answer.length, width) + 1 } },
      );
    }
    const bad = answer.findIndex((value) => value !== 0 && value !== 1);
    if (bad >= 0) {
      throw new Fault(
        'invalid',
        `Line ${i + 1}, question ${bad + 1} is ${String(answer[bad])}.`,
        'An answer is 1 for yes or 0 for no.',
        { field: 'related.answers', cell: { row: i + 1, column: bad + 1 } },
      );
    }
  });
  if (times && (times.length !== answers.length || times.some((count) => !Number.isFinite(count) || count < 0))) {
    throw new Fault('invalid', 'The numbers of respondents do not fit the lines.', 'Give one count for each line.', {
      field: 'related.times',
    });
  }
  const subject = relatedSubject(request);
  const N = total(subject.times);
  const result = emptyAssessment({ N, respondents: N, effective: N, rows: answers.length, columns: width });
  recordTest(result, 'cochran-q', cochranQTest.compute(subject));
  return result;
}
