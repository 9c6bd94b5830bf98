import { canonicalCode } from '../../codebook/number.js';
import { allCanonical } from '../canonical.js';
import { gatherLinked } from './linked.js';
import type { Kind } from '../kind.js';
import { toldApart } from '../labels.js';
import { some } from '../listed.js';
import { withMissing } from '../source-columns.js';
import type { Gather, GatherItem } from './shape.js';
import { afterGather } from './again.js';
import { checkGather } from './check.js';
import { gather, gathered, revivedByGather } from './compute.js';
import { proveGather } from './prove.js';

const ticked = (item: GatherItem): GatherItem => ({
  ...item,
  ticked: canonicalCode(item.ticked),
  ...(item.also ? { also: allCanonical(item.also) } : {}),
});

const allItems = ({ items, none }: Gather) => [...items, ...(none ? [none] : [])];

export const gatherKind: Kind<Gather> = {
  check: checkGather,
  provable: (recipe) => ({ ...recipe, items: toldApart(recipe.items) }),
  effect: ({ items, none }) => [items.map((item) => [item.source, item.ticked]), none && [none.source, none.ticked]],
  canonical: (recipe) => ({ ...recipe, items: recipe.items.map(ticked), none: recipe.none && ticked(recipe.none) }),
  sources: (recipe) => allItems(recipe).map(({ source }) => source),
  mapSources: (recipe, other) => {
    const over = (item: GatherItem, k: number) => ({ ...item, source: other(item.source, k) });
    return { ...recipe, items: recipe.items.map(over), none: recipe.none && over(recipe.none, recipe.items.length) };
  },
  named: (recipe, source) => allItems(recipe).flatMap((item) => (item.source === source ? [item.ticked] : [])),
  onAnyNumber: true,
  say: ({ items }) => `${items.length} columns: ${some(items.map(({ label }) => label))}.`,
  verb: () => 'gathers',
  derive: (recipe, { sources, respondents, called }) => {
    const columns = withMissing(sources);
    const result = gather(recipe, columns, respondents);
    const named = { ...result, contradictions: called(result.contradictions) };
    return {
      ...gathered(recipe),
      proof: proveGather(recipe, named, revivedByGather(recipe, columns)),
      values: { is: 'sets', column: result.column, mentioned: result.mentioned },
    };
  },
  linked: gatherLinked,
  again: afterGather,
};
