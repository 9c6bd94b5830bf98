import { whole } from '../../figures.js';
import { answer, type Answer, QUESTIONS } from '../types.js';
import { sayChiSquare, sayP } from '../words.js';
import { sayStatistic } from './association.js';
import { isSignificant, leadTest, type Read } from './context.js';
import { contrastOf, orderedDirection, toldAnswer } from './direction.js';
import { sayMeasures } from './strength.js';
import type { Carrier } from './where.js';

/** The leading test in the usual style, with the base that it stands on. */
function sayLead(read: Read): string {
  const { id, test } = leadTest(read);
  const { base } = read.result;
  const N = `N = ${whole(base.respondents)}`;
  if (id === 'pearson') return `${sayChiSquare(test, base.respondents)}, ${sayP(test.p)}`;
  if (id === 'fisher') {
    const sampled = test.sampling?.method === 'monte-carlo';
    return (
      `Fisher's exact ${sayP(test.p)}` +
      (sampled ? ` (${whole(test.sampling?.draws ?? 0)} tables drawn)` : '') +
      `, ${N}`
    );
  }
  const effective = read.result.tests['rao-scott'] ? `, effective base ${whole(base.effective)}` : '';
  return `${sayStatistic(id, test)}${sayP(test.p)}, ${N}${effective}`;
}

/** What is told of the table: the direction of an ordered pair, else one answer in two groups. */
function tale(read: Read, carriers: readonly Carrier[]): string {
  const ordered = !read.twoByTwo && read.rowsOrdered && read.columnsOrdered ? orderedDirection(read) : null;
  return ordered ?? contrastOf(read, toldAnswer(read, carriers[0]));
}

/** How do I say it? */
export function say(read: Read, carriers: readonly Carrier[]): Answer {
  const { rowTitle, columnTitle } = read;
  const measures = sayMeasures(read);
  const figures = `${sayLead(read)}${measures === '' ? '' : `, ${measures}`}`;
  return answer('say', QUESTIONS.say, {
    sentence: isSignificant(read)
      ? `${rowTitle} differed by ${columnTitle}, ${figures}: ${tale(read, carriers)}.`
      : `No association between ${rowTitle} and ${columnTitle} was shown, ${figures}.`,
  });
}
