import type { ThemeRecipe } from '../../../../core/recode/theme/shape.js';
import { codingAddress } from '../../../coding/coding-address.js';
import { SourceChooser } from '../../editor/SourceChooser.js';
import type { BodyProps } from '../body-props.js';
import { Coders } from './Coders.js';
import { CodeSheet } from './CodeSheet.js';
import { mentionsIn } from './mentions-in.js';
import { SheetDraft } from './SheetDraft.js';
import { SheetFile } from './SheetFile.js';
import { SheetHistory } from './SheetHistory.js';
import { hasWords } from './has-words.js';
import css from '../../workings.module.css';

/** Answers in words to themes: the texts, the code sheet, and who codes. */
export function ThemeBody({ view, recipe, change, previewed, working }: BodyProps<ThemeRecipe>) {
  const candidates = view.variables.filter((variable) => hasWords(variable) || recipe.sources.includes(variable.id));
  const mentions = mentionsIn(previewed.preview?.proof ?? { rows: [] });
  return (
    <>
      <SourceChooser
        title="Texts"
        hint="what a respondent says in all of them is one answer"
        candidates={candidates}
        chosen={recipe.sources}
        choose={(sources) => change({ ...recipe, sources })}
      />
      <p className={css['hint']}>
        {working ? (
          <a href={codingAddress(view.study.id, working.id)}>Read and code the answers</a>
        ) : (
          'Keep the working, then read and code the answers. Themes can be added while reading.'
        )}
      </p>
      <CodeSheet themes={recipe.themes} mentions={mentions} change={(themes) => change({ ...recipe, themes })} />
      {working && <SheetDraft kept={working} themes={recipe.themes} mentions={mentions} />}
      <SheetFile
        study={view.study.id}
        working={working?.id ?? null}
        themes={recipe.themes}
        change={(themes) => change({ ...recipe, themes })}
      />
      {working && <SheetHistory study={view.study.id} working={working.id} />}
      <Coders coders={recipe.coders} change={(coders) => change({ ...recipe, coders })} />
    </>
  );
}
