import { allCanonical, sorted } from '../canonical.js';
import { scoreLinked } from './linked.js';
import type { Kind } from '../kind.js';
import { allCodesOf } from '../source-columns.js';
import type { Score } from './shape.js';
import { checkScore } from './check.js';
import { score } from './compute.js';
import { proveScore } from './prove.js';
import { sayScore } from './say.js';

export const scoreKind: Kind<Score> = {
  check: checkScore,
  provable: (recipe) => recipe,
  effect: ({ of, items, atLeast, scale, codes, expression }) => {
    if (of === 'expression') return [expression.replace(/\s+/g, ''), items.map(({ source, as }) => [source, as])];
    const each = items.map(({ source, reversed, weight }) => [
      source,
      of !== 'count' && reversed,
      of === 'mean' || of === 'sum' ? weight : 1,
    ]);
    const reversing = items.some(({ reversed }) => reversed) ? scale : null;
    return [of, each.sort(), atLeast, reversing, of === 'count' ? sorted(codes) : []];
  },
  canonical: (recipe) => ({ ...recipe, codes: allCanonical(recipe.codes) }),
  sources: ({ items }) => items.map(({ source }) => source),
  mapSources: (recipe, other) => ({
    ...recipe,
    items: recipe.items.map((item, k) => ({ ...item, source: other(item.source, k) })),
  }),
  named: () => null,
  onAnyNumber: true,
  say: (recipe, { titleOf }) => sayScore(recipe, titleOf),
  verb: ({ of }) => (of === 'expression' ? 'computes from' : 'scores'),
  derive: (recipe, { sources, respondents }) => {
    const items = sources.map((source) => ({ title: source.title, column: source.column, codes: allCodesOf(source) }));
    const result = score(recipe, items, respondents);
    const titles = items.map(({ title }) => title);
    return {
      level: 'number',
      codes: [],
      proof: proveScore(recipe, result, titles),
      values: { is: 'numbers', values: result.values, wordOf: null, words: [], missing: [] },
      groups: result.groups,
    };
  },
  linked: scoreLinked,
  again: null,
};
