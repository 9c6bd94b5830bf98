import type { MissingReason } from '../../core/codebook/types.js';

/** A reason for a missing code from the words that a codebook uses for it. */
export function reasonFrom(words: string): MissingReason {
  if (/refus|declin|prefer not/i.test(words)) return 'refused';
  if (/don.?t know|dont-know|do not know|not known|unsure|\bdk\b/i.test(words)) return 'dont-know';
  return /not[ -]asked|skip|filter|not applicable|inapplicable|\bn\/?a\b|routed/i.test(words) ? 'not-asked' : 'other';
}

/** Whether a label says that there is no answer. */
export function isNoAnswer(label: string): boolean {
  return reasonFrom(label) !== 'other' || /no (answer|response|reply)|not (stated|answered|given)|missing/i.test(label);
}
