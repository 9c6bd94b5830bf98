import type { CodingAgreement } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { VERDICT_WORDS } from '../../core/recode/theme/mark.js';
import { pathOf } from '../../core/recode/theme/sheet.js';
import type { Theme } from '../../core/recode/theme/shape.js';

/** What a coder said, in words. */
export function sayCoded(
  themes: readonly Theme[],
  { verdict, themes: ids }: Pick<CodingAgreement['differences'][number]['first'], 'verdict' | 'themes'>,
): string {
  if (verdict !== 'themes') return VERDICT_WORDS[verdict];
  const given = ids.flatMap((id) => byId(themes, id) ?? []);
  return given.map((theme) => pathOf(themes, theme)).join(', ');
}
