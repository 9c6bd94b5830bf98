import type { RosterVariable } from '../../../../api/types.js';
import { parseNumber } from '../../../../core/codebook/number.js';

/** Text, or codes of which some are numbers and some are words. */
export function canConvert({ level, codes }: RosterVariable): boolean {
  if (level === 'text') return true;
  const words = codes.filter(({ code }) => parseNumber(code) === null).length;
  return level !== 'multiple' && words > 0 && (level === 'number' || words < codes.length);
}
