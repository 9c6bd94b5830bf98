import { type Code, isAnswer, type Variable } from '../codebook/types.js';
import type { Recipe } from './recipe-shape.js';

/** Scores take codes as numbers, but for those that count how often some codes were given. */
const takesPlaces = (recipe: Recipe): boolean => recipe.kind === 'score' && recipe.of !== 'count';

/**
 * The codes of a source as a recipe reads them: in a score, what has no place on the scale is no answer.
 * @example
 * const answer = (code) => ({ code, label: code, missing: null });
 * const variable = { codes: [answer('1'), answer('8')], offScale: ['8'] };
 * codesRead({ kind: 'score', of: 'mean' }, variable)[1].missing; // 'other'
 */
export function codesRead(recipe: Recipe, { codes, offScale = [] }: Pick<Variable, 'codes' | 'offScale'>) {
  if (offScale.length === 0 || !takesPlaces(recipe)) return codes;
  return codes.map((code): Code =>
    isAnswer(code) && offScale.includes(code.code) ? { ...code, missing: 'other' } : code,
  );
}
