import type { CodingAgreement } from '../../api/types.js';
import { VERDICT_WORDS } from '../../core/recode/theme/mark.js';
import { pathsOf } from '../../core/recode/theme/sheet.js';
import type { Theme } from '../../core/recode/theme/shape.js';

/** What a coder said, in words. */
export function sayCoded(
  themes: readonly Theme[],
  { verdict, themes: ids }: Pick<CodingAgreement['differences'][number]['first'], 'verdict' | 'themes'>,
): string {
  return verdict === 'themes' ? pathsOf(themes, ids).join(', ') : VERDICT_WORDS[verdict];
}
