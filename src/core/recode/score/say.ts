import { figure } from '../band/edges.js';
import type { Score } from './shape.js';
import { some } from '../listed.js';
import type { Names } from '../kind.js';

const OF: Record<Exclude<Score['of'], 'expression'>, string> = {
  mean: 'Mean',
  sum: 'Sum',
  count: 'Count',
  minimum: 'Lowest',
  maximum: 'Highest',
};

export function sayScore({ of, items, atLeast, codes, expression }: Score, titleOf: Names['titleOf']): string {
  if (of === 'expression') return `${expression.trim()}.`;
  const weighted = items.some(({ weight }) => weight !== 1) && of !== 'count' && of !== 'minimum' && of !== 'maximum';
  const reversed = of === 'count' ? [] : items.filter((item) => item.reversed);
  const title = ({ source, weight }: Score['items'][number]) =>
    `${titleOf(source)}${weighted ? ` × ${figure(weight)}` : ''}`;
  return (
    [
      `${OF[of]} ${of === 'count' ? `of ${some(codes)} over` : 'of'} ${some(items.map(title))}`,
      reversed.length > 0 ? `${some(reversed.map(({ source }) => titleOf(source)))} reversed` : '',
      `of whom ${atLeast === items.length ? 'all' : `at least ${atLeast}`} must be answered`,
    ]
      .filter((part) => part !== '')
      .join(', ') + '.'
  );
}
