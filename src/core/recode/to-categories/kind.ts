import type { Kind } from '../kind.js';
import { allCodesOf, roomFor } from '../source-columns.js';
import type { ToCategories } from './shape.js';
import { afterCategories } from './again.js';
import { checkToCategories } from './check.js';
import { toCategories } from './compute.js';
import { proveToCategories } from './prove.js';

export const toCategoriesKind: Kind<ToCategories> = {
  check: checkToCategories,
  provable: (recipe) => recipe,
  effect: ({ source, alike, least, exceptions }) => [source, alike, least, exceptions],
  canonical: (recipe) => recipe,
  sources: ({ source }) => [source],
  mapSources: (recipe, other) => ({ ...recipe, source: other(recipe.source, 0) }),
  named: () => [],
  onAnyNumber: true,
  say: ({ alike, least, exceptions }) => {
    const decided = exceptions.length > 0 ? `, ${exceptions.length} decided on by hand` : '';
    const rare = least > 1 ? `, those of under ${least} respondents to Other` : '';
    return `A category for each value${alike ? ', capitals and spaces aside' : ''}${rare}${decided}.`;
  },
  verb: () => 'makes categories of',
  derive: (recipe, { sources, respondents }) => {
    const source = sources[0]!;
    const text = source.texts();
    const counts = new Map<string, number>();
    let blank = 0;
    for (let k = 0; k < respondents; k++) {
      const value = text(k);
      if (value === null) blank++;
      else counts.set(value, (counts.get(value) ?? 0) + 1);
    }
    const result = toCategories(recipe, counts, allCodesOf(source));
    const { made, placeOf } = result;
    const values = roomFor(made.codes, respondents);
    for (let k = 0; k < respondents; k++) {
      const value = text(k);
      if (value !== null) values[k] = placeOf.get(value) ?? 0;
    }
    return { ...made, proof: proveToCategories(result, blank), values: { is: 'codes', values } };
  },
  again: (recipe, [source], [raw = null]) => afterCategories(recipe, source?.codes ?? [], raw),
  spellsAlike: ({ alike }) => alike,
};
