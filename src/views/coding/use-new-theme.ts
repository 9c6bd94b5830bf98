import { useState } from 'react';
import type { StudyView, Working } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { withTheme } from '../../core/recode/theme/sheet-edits.js';
import type { ThemeRecipe } from '../../core/recode/theme/shape.js';
import { change } from '../server/ask.js';
import { problemText, type Trouble } from '../server/problem.js';

/** Puts a new theme on the code sheet while answers are read. */
export function useNewTheme(view: StudyView, working: Working, recipe: ThemeRecipe) {
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const make = (name: string, done: (id: number) => void) => {
    const made = byId(view.variables, working.variable);
    const themes = withTheme(recipe.themes, name.trim(), null);
    const body = { name: made?.name ?? '', label: made?.label ?? '', recipe: { ...recipe, themes: [...themes] } };
    change('PUT /studies/{study}/workings/{working}', { study: view.study.id, working: working.id, body }).then(
      () => {
        setTrouble(null);
        done(themes.at(-1)?.id ?? 0);
      },
      (error: unknown) => setTrouble(problemText(error)),
    );
  };
  return { make, trouble };
}
