import type { Code } from '../../codebook/types.js';
import type { Flags } from './shape.js';
import { type SpokenValue, type RawValue, NOTHING, answerOf, missing, reasonOf } from '../spoken-value.js';

export function afterFlags({ codes: wanted, yes, no }: Flags, codes: readonly Code[], raw: RawValue): SpokenValue {
  if (Array.isArray(raw))
    return answerOf((raw as string[]).some((code) => wanted.includes(code)) ? yes.trim() : no.trim());
  if (typeof raw !== 'string') return NOTHING;
  const reason = reasonOf(codes, raw);
  return reason !== null ? missing(reason) : answerOf(wanted.includes(raw) ? yes.trim() : no.trim());
}
