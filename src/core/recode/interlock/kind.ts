import { interlockLinked } from './linked.js';
import type { Kind } from '../kind.js';
import { allCodesOf, codedOf, countableOf, parts } from '../source-columns.js';
import type { Interlock } from './shape.js';
import { afterInterlock } from './again.js';
import { checkInterlock } from './check.js';
import { interlock } from './compute.js';
import { proveInterlock } from './prove.js';
import { proveInterlockSets } from './prove-sets.js';
import { interlockSets } from './sets.js';

export const interlockKind: Kind<Interlock> = {
  check: checkInterlock,
  provable: (recipe) => recipe,
  effect: ({ sources }) => [sources],
  canonical: (recipe) => recipe,
  sources: ({ sources }) => sources,
  mapSources: (recipe, other) => ({ ...recipe, sources: recipe.sources.map(other) }),
  named: () => [],
  onAnyNumber: true,
  say: ({ sources, empty }, { titleOf }) =>
    `${sources.map(titleOf).reverse().join(' within ')}; empty combinations are ${empty ? 'kept' : 'dropped'}.`,
  verb: () => 'interlocks',
  derive: (recipe, { sources, respondents }) => {
    if (sources.some((source) => countableOf(source).kind === 'sets')) {
      const nested = interlockSets(recipe, parts(sources), respondents);
      return {
        ...nested.made,
        proof: proveInterlockSets(nested),
        values: { is: 'sets', column: nested.column, mentioned: nested.mentioned },
      };
    }
    const coded = sources.map((source) => ({
      title: source.title,
      column: codedOf(source),
      codes: allCodesOf(source),
    }));
    const result = interlock(recipe, coded, respondents);
    return {
      ...result.made,
      proof: proveInterlock(recipe, result, coded),
      values: { is: 'codes', values: result.values },
    };
  },
  linked: interlockLinked,
  again: afterInterlock,
};
