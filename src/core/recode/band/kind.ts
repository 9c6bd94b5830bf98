import { allCanonical, canonicalList, sorted } from '../canonical.js';
import { bandLinked } from './linked.js';
import type { Kind } from '../kind.js';
import { toldApart } from '../labels.js';
import { allCodesOf, numericOf, talliedOnce } from '../source-columns.js';
import type { Band } from './shape.js';
import { afterBand } from './again.js';
import { checkBand } from './check.js';
import { band } from './compute.js';
import { proveBand } from './prove.js';
import { sayBand } from './say.js';

export const bandKind: Kind<Band> = {
  check: checkBand,
  provable: (recipe) => ({ ...recipe, bands: toldApart(recipe.bands) }),
  effect: ({ source, ends, taken, bands }) => [
    source,
    ends,
    sorted(taken),
    bands.map((code) => (code.is === 'values' ? [...code.values] : [code.from, code.to])),
  ],
  canonical: (recipe) => ({ ...recipe, bands: canonicalList(recipe.bands), taken: allCanonical(recipe.taken) }),
  sources: ({ source }) => [source],
  mapSources: (recipe, other) => ({ ...recipe, source: other(recipe.source, 0) }),
  named: ({ taken }) => taken,
  onAnyNumber: false,
  say: (recipe) => sayBand(recipe),
  verb: () => 'bands',
  derive: (recipe, { sources }) => {
    const source = sources[0]!;
    const column = numericOf(source);
    const codes = allCodesOf(source);
    const { made, values } = band(recipe, codes, column, source.title);
    return { ...made, proof: proveBand(recipe, codes, talliedOnce(column)), values: { is: 'codes', values } };
  },
  linked: bandLinked,
  again: (recipe, [source], [raw = null]) => afterBand(recipe, source?.codes ?? [], raw),
};
