import { toNumberLinked } from './linked.js';
import type { Kind } from '../kind.js';
import type { ToNumber } from './shape.js';
import { checkToNumber } from './check.js';
import { madeNumber, toNumber } from './compute.js';
import { proveToNumber } from './prove.js';

export const toNumberKind: Kind<ToNumber> = {
  check: checkToNumber,
  provable: (recipe) => recipe,
  effect: ({ source, decimal, exceptions }) => [source, decimal, exceptions],
  canonical: (recipe) => recipe,
  sources: ({ source }) => [source],
  mapSources: (recipe, other) => ({ ...recipe, source: other(recipe.source, 0) }),
  named: () => [],
  onAnyNumber: true,
  say: ({ exceptions }) =>
    `Read as a number${exceptions.length > 0 ? `, ${exceptions.length} decided on by hand` : ''}.`,
  verb: () => 'reads as a number',
  derive: (recipe, { sources, respondents }) => {
    const source = sources[0]!;
    // Of numbers, decimals stand with a point however they were read.
    const read: ToNumber = source.column.kind === 'number' ? { ...recipe, decimal: '.' } : recipe;
    const missing = source.codes.filter((code) => code.missing !== null);
    const result = toNumber(read, source.texts(), missing, respondents);
    const { values, wordOf, words } = result;
    const coded = [...result.coded].map(([code, tally]) => ({ code, respondents: tally.respondents }));
    return {
      ...madeNumber(result, source.codes),
      proof: proveToNumber(result),
      values: { is: 'numbers', values, wordOf, words, missing: coded },
      groups: result.groups,
    };
  },
  linked: toNumberLinked,
  again: null,
};
