import { whole } from '../../figures.js';
import { share } from '../../table/share.js';
import type { Table } from '../../table/tabulate.js';
import { answer, type Answer, QUESTIONS } from '../types.js';
import { and, degrees, percent, sayChiSquare, sayP, statistic } from '../words.js';
import { isSignificant, leadTest, quote, type Read } from './context.js';
import { sayMeasures } from './strength.js';
import type { Carrier } from './where.js';

/** The leading test in the usual style, with the base that it stands on. */
function sayLead(read: Read): string {
  const { id, test } = leadTest(read);
  const { base } = read.result;
  const N = `N = ${whole(base.respondents)}`;
  if (id === 'fisher') {
    const sampled = test.sampling?.method === 'monte-carlo';
    return `Fisher's exact ${sayP(test.p)}${sampled ? ` (${whole(test.sampling?.draws ?? 0)} tables drawn)` : ''}, ${N}`;
  }
  if (id === 'rao-scott')
    return `F(${degrees(test.df1 ?? 0)}, ${degrees(test.df2 ?? 0)}) = ${statistic(test.statistic ?? 0)}, ${sayP(test.p)}, ${N}, effective base ${whole(base.effective)}`;
  return `${sayChiSquare(test, base.respondents)}, ${sayP(test.p)}`;
}

/** The strongest cell against the column at the other end of the same row. */
function contrast(table: Table, { row, column, residual }: Carrier, columnsKept: readonly number[]): string {
  const rate = (j: number) => share(table, 'column', row, j) ?? 0;
  const others = columnsKept
    .filter((j) => j !== column)
    .sort((a, b) => (residual > 0 ? rate(a) - rate(b) : rate(b) - rate(a)));
  const label = (j: number) => table.columns?.categories[j]?.label ?? '';
  const ends = [column, ...others.slice(0, 1)].sort((a, b) => rate(b) - rate(a));
  const parts = ends.map((j) => `${percent(rate(j))} among ${quote(label(j))}`);
  return `${quote(table.rows.categories[row]?.label ?? '')} was given by ${and(parts)}`;
}

/** How do I say it? */
export function say(read: Read, found: readonly Carrier[]): Answer {
  const { table, rowTitle, columnTitle } = read;
  const measures = sayMeasures(read);
  const figures = `${sayLead(read)}${measures === '' ? '' : `, ${measures}`}`;
  if (!isSignificant(read)) {
    return answer('say', QUESTIONS.say, {
      sentence: `No association between ${rowTitle} and ${columnTitle} was shown, ${figures}.`,
    });
  }
  const strongest = found[0];
  const detail = strongest ? `: ${contrast(table, strongest, read.columnsKept)}` : '';
  return answer('say', QUESTIONS.say, {
    sentence: `${rowTitle} differed by ${columnTitle}, ${figures}${detail}.`,
  });
}
