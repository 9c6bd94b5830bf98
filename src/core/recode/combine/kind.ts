import { allCanonical, canonicalList, sorted } from '../canonical.js';
import { combineLinked } from './linked.js';
import type { Kind } from '../kind.js';
import { toldApart } from '../labels.js';
import { parts } from '../source-columns.js';
import type { Combine } from './shape.js';
import { afterCombine } from './again.js';
import { checkCombine } from './check.js';
import { combine, combined } from './compute.js';
import { proveCombine } from './prove.js';
import { sayCombine } from './say.js';

export const combineKind: Kind<Combine> = {
  check: checkCombine,
  provable: (recipe) => ({ ...recipe, options: toldApart(recipe.options) }),
  effect: ({ sources, how, atLeast, options, none, base }) => [
    how === 'first-only' ? [sources[0], ...sources.slice(1).sort()] : [...sources].sort(),
    how,
    how === 'at-least' ? atLeast : 0,
    sorted(options.map(({ code }) => code)),
    sorted(none),
    base,
  ],
  canonical: (recipe) => ({ ...recipe, options: canonicalList(recipe.options), none: allCanonical(recipe.none) }),
  sources: ({ sources }) => sources,
  mapSources: (recipe, other) => ({ ...recipe, sources: recipe.sources.map(other) }),
  named: ({ options }) => options.map(({ code }) => code),
  onAnyNumber: true,
  say: (recipe, { titleOf }) => sayCombine(recipe, titleOf),
  verb: () => 'combines',
  derive: (recipe, { sources, respondents }) => {
    const over = parts(sources);
    const result = combine(recipe, over, respondents);
    return {
      ...combined(recipe),
      proof: proveCombine(recipe, result, over),
      values: { is: 'sets', column: result.column, mentioned: result.mentioned },
      groups: result.groups,
    };
  },
  linked: combineLinked,
  again: afterCombine,
};
