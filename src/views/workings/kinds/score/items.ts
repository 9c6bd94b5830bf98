import type { RosterVariable } from '../../../../api/types.js';
import { parseNumber } from '../../../../core/codebook/number.js';
import { isAnswer } from '../../../../core/codebook/types.js';
import type { ScoreItem } from '../../../../core/recode/score/shape.js';
import { isCoded } from '../sources.js';

/** Numbers, and categories of which two codes or more are numbers. */
export function suitsScore(variable: RosterVariable): boolean {
  if (variable.level === 'number') return true;
  if (!isCoded(variable) || variable.level === 'multiple') return false;
  return variable.codes.filter((code) => isAnswer(code) && parseNumber(code.code) !== null).length >= 2;
}

export const itemOf = ({ id, name }: RosterVariable): ScoreItem => ({
  source: id,
  reversed: false,
  weight: 1,
  as: name,
});

/** The lowest and the highest answer that codebooks name for some items; null where they name none. */
export function scaleOf(items: readonly RosterVariable[]): { from: number; to: number } | null {
  const numbers = items.flatMap(({ codes }) => codes.filter(isAnswer).flatMap(({ code }) => parseNumber(code) ?? []));
  return numbers.length === 0 ? null : { from: Math.min(...numbers), to: Math.max(...numbers) };
}
