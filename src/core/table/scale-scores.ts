import type { Variable } from '../codebook/types.js';
import type { Category } from './table.js';

/**
 * The score of each category of a scale: its own where one was given, else its place among those on the scale, from 1.
 * @param categories in scale order
 * @example
 * scaleScores({ scores: { often: 52 } }, [{ code: 'never' }, { code: 'often' }]); // [1, 52]
 */
export function scaleScores(
  { scores }: Pick<Variable, 'scores'>,
  categories: readonly Pick<Category, 'code' | 'offScale'>[],
): number[] {
  let place = 0;
  return categories.map(({ code, offScale }) => {
    if (!offScale) place++;
    return scores?.[code] ?? place;
  });
}
