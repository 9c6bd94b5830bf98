import { toCategoriesLinked } from './linked.js';
import type { Kind } from '../kind.js';
import { allCodesOf, roomFor } from '../source-columns.js';
import { eachText } from '../texts.js';
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
    const texts = source.texts();
    const tally = new Map<string, { respondents: number }>();
    let filled = 0;
    const counterOf = (text: string) => {
      const counter = tally.get(text) ?? { respondents: 0 };
      tally.set(text, counter);
      return counter;
    };
    eachText(texts, respondents, counterOf, (counter) => {
      filled++;
      counter.respondents++;
    });
    const counts = new Map([...tally].map(([text, counter]) => [text, counter.respondents]));
    const result = toCategories(recipe, counts, allCodesOf(source));
    const { made, placeOf } = result;
    const values = roomFor(made.codes, respondents);
    const place = (text: string) => placeOf.get(text) ?? 0;
    eachText(texts, respondents, place, (at, k) => (values[k] = at));
    const blank = respondents - filled;
    return { ...made, proof: proveToCategories(result, blank), values: { is: 'codes', values } };
  },
  linked: toCategoriesLinked,
  again: (recipe, [source], [raw = null]) => afterCategories(recipe, source?.codes ?? [], raw),
  spellsAlike: ({ alike }) => alike,
};
