import type { Code } from '../../codebook/types.js';
import type { ToCategories } from './shape.js';
import { type SpokenValue, type RawValue, NOTHING, answerOf, missing, nameOf, reasonOf } from '../spoken-value.js';

export function afterCategories(
  { exceptions, alike }: ToCategories,
  codes: readonly Code[],
  raw: RawValue,
): SpokenValue {
  if (typeof raw !== 'string') return NOTHING;
  const decided = exceptions.find(({ text }) => text === raw);
  if (decided?.is === 'missing') return missing(decided.missing);
  const reason = decided ? null : reasonOf(codes, raw);
  if (reason !== null) return missing(reason);
  const label = decided?.is === 'as' ? decided.as.trim() : nameOf(codes, raw).trim();
  const spelled = alike ? label.replace(/\s+/gu, ' ').toLocaleLowerCase('en') : label;
  return answerOf(spelled, 'Other', 'All other');
}
