import { canonicalCode } from '../../codebook/number.js';
import { allCanonical, canonicalList, sorted } from '../canonical.js';
import { slotsLinked } from './linked.js';
import type { Kind } from '../kind.js';
import { toldApart } from '../labels.js';
import { some } from '../listed.js';
import { withMissing } from '../source-columns.js';
import type { Slots } from './shape.js';
import { afterSlots } from './again.js';
import { checkSlots } from './check.js';
import { revivedBySlots, slots, slotted } from './compute.js';
import { proveSlots } from './prove.js';

export const slotsKind: Kind<Slots> = {
  check: checkSlots,
  provable: (recipe) => ({ ...recipe, options: toldApart(recipe.options) }),
  effect: ({ sources, options, none }) => [sorted(sources.map(String)), sorted(options.map(({ code }) => code)), none],
  canonical: (recipe) => ({
    ...recipe,
    options: canonicalList(recipe.options),
    none: recipe.none === null ? null : canonicalCode(recipe.none),
    ...(recipe.exclusive ? { exclusive: allCanonical(recipe.exclusive) } : {}),
  }),
  sources: ({ sources }) => sources,
  mapSources: (recipe, other) => ({ ...recipe, sources: recipe.sources.map(other) }),
  named: ({ options }) => options.map(({ code }) => code),
  onAnyNumber: true,
  say: ({ sources, options }) => `${sources.length} slots: ${some(options.map(({ label }) => label))}.`,
  verb: () => 'gathers',
  derive: (recipe, { sources, respondents, called }) => {
    const columns = withMissing(sources);
    const result = slots(recipe, columns, respondents);
    const titles = sources.map(({ title }) => title);
    const named = { ...result, contradictions: called(result.contradictions) };
    return {
      ...slotted(recipe),
      proof: proveSlots(recipe, named, titles, revivedBySlots(recipe, columns, titles)),
      values: { is: 'sets', column: result.column, mentioned: result.mentioned },
      groups: result.groups,
    };
  },
  linked: slotsLinked,
  again: afterSlots,
};
