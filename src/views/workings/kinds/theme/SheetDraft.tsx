import type { Working } from '../../../../api/types.js';
import { whole } from '../../../../core/figures.js';
import { sheetChanges } from '../../../../core/recode/theme/sheet-changes.js';
import { pathOf, standing } from '../../../../core/recode/theme/sheet.js';
import type { Theme } from '../../../../core/recode/theme/shape.js';
import { mentionsIn } from './mentions-in.js';
import css from '../../workings.module.css';

interface Props {
  kept: Working;
  themes: readonly Theme[];
  /** Respondents who would mention each theme; empty while it is not known. */
  mentions: ReadonlyMap<number, number>;
}

/** What a draft changes of the code sheet that is kept, in words, and how many mention what then. */
export function SheetDraft({ kept, themes, mentions }: Props) {
  const before = kept.recipe.kind === 'theme' ? kept.recipe.themes : [];
  const words = sheetChanges(before, themes);
  if (words.length === 0) return null;
  const were = mentionsIn(kept.proof);
  const moves = standing(themes).flatMap((theme) => {
    const [was, now] = [were.get(theme.id) ?? 0, mentions.get(theme.id)];
    return now === undefined || now === was ? [] : [`${pathOf(themes, theme)} from ${whole(was)} to ${whole(now)}`];
  });
  return (
    <section className={css['hint']} aria-label="Changes of the code sheet">
      <p>Changed, and not kept yet: {words.join('; ')}.</p>
      {mentions.size > 0 && (
        <p>
          {moves.length === 0
            ? 'As many respondents mention each theme as before.'
            : `Respondents who mention it: ${moves.join(', ')}.`}
        </p>
      )}
    </section>
  );
}
