import type { ReactNode } from 'react';
import type { StudyView } from '../../../api/types.js';
import { byId } from '../../../core/by-id.js';
import { titleOf } from '../../../core/codebook/types.js';
import type { Recipe } from '../../../core/recode/recipe-shape.js';
import { verbOf } from '../../../core/recode/say.js';
import { sourcesOf } from '../../../core/recode/sources.js';
import { suits, viewKind, viewKindOf } from '../kinds/registry.js';
import type { EditorProps } from './WorkingEditor.js';
import { SourceSlot } from './SourceSlot.js';
import type { Editor } from './use-editor.js';
import css from '../workings.module.css';

/** How the variables that a recipe stands on are called in its title. */
function sourcesInTitle(recipe: Recipe, view: StudyView): string {
  const ids = sourcesOf(recipe);
  const titles = ids.flatMap((id) => {
    const variable = byId(view.variables, id);
    return variable ? [titleOf(variable)] : [];
  });
  if (recipe.kind === 'gather')
    return recipe.items.length === 0 ? 'columns, chosen below' : `${recipe.items.length} columns`;
  if (recipe.kind === 'slots') return ids.length === 0 ? 'slots, chosen below' : `${ids.length} slots`;
  if (titles.length === 0) return `${viewKindOf(recipe).sources}, chosen below`;
  return titles.length <= 2 ? titles.join(', ') : `${titles.length} ${recipe.kind === 'score' ? 'items' : 'variables'}`;
}

const LABEL_OF: Partial<Record<string, string>> = { question: 'Label of the question', number: 'Label of the number' };

/** The working as a sentence: what is made, by what, of which variable. */
export function EditorTitle({
  view,
  kind,
  entry,
  editor,
  children,
}: Pick<EditorProps, 'view' | 'kind' | 'entry'> & { editor: Editor; children?: ReactNode }) {
  const { draft, put, recipe, source, chooseSource } = editor;
  const words = viewKind(kind);
  return (
    <h1 className={css['title']}>
      <input
        aria-label={LABEL_OF[words.noun] ?? 'Label of the new variable'}
        placeholder={`a label for the ${words.noun === 'question' ? 'question' : 'new variable'}`}
        value={draft.label}
        readOnly={entry !== undefined}
        onChange={(event) => put({ ...draft, label: event.target.value })}
      />
      <i>{verbOf(recipe)}</i>
      {words.of === 'one' ? (
        <SourceSlot
          variables={view.variables.filter((other) => suits(kind, other))}
          chosen={source}
          what={words.sources}
          choose={chooseSource}
        />
      ) : (
        <span className={css['sources']}>{sourcesInTitle(recipe, view)}</span>
      )}
      {children}
    </h1>
  );
}
