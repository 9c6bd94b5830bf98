import { plural } from '../../words.js';
import type { Kind } from '../kind.js';
import { some } from '../listed.js';
import { checkTheme } from './check.js';
import { theme, themed } from './compute.js';
import { proveTheme } from './prove.js';
import { saidIn } from './said-in.js';
import { standing } from './sheet.js';
import type { ThemeRecipe } from './shape.js';
import { standsOf } from './stand.js';

export const themeKind: Kind<ThemeRecipe> = {
  check: checkTheme,
  provable: (recipe) => recipe,
  effect: ({ sources, themes, coders }) => [sources, themes.map(({ id, into }) => [id, into]), coders],
  canonical: (recipe) => recipe,
  sources: ({ sources }) => sources,
  mapSources: (recipe, other) => ({ ...recipe, sources: recipe.sources.map((source, k) => other(source, k)) }),
  named: () => [],
  onAnyNumber: true,
  say: ({ themes, coders }) => {
    const by = coders.length > 0 ? ` Coded by ${some(coders.map(({ name }) => name))}.` : '';
    const names = standing(themes).map(({ name }) => name);
    return names.length === 0 ? `No themes yet.${by}` : `${plural(names.length, 'theme')}: ${some(names)}.${by}`;
  },
  verb: () => 'codes',
  derive: (recipe, { sources, respondents, marks }) => {
    const said = saidIn(sources);
    const answers = new Map<string, number>();
    const all = Array.from({ length: respondents }, (_, k) => {
      const own = said(k);
      if (typeof own === 'string') answers.set(own, (answers.get(own) ?? 0) + 1);
      return own;
    });
    const stands = standsOf(recipe, marks);
    const { column, mentioned } = theme(recipe, (k) => all[k]!, respondents, stands);
    const proof = proveTheme(recipe, { answers, marks, stands, column, mentioned });
    return { ...themed(recipe), proof, values: { is: 'sets', column, mentioned } };
  },
  // Codings are no part of the recipe: they are counted again by the proof itself, answer by answer.
  // What coders say hangs on answers one by one, which stay in the engine.
  linked: null,
  again: null,
};
