import { statesIn } from '../../count/set-state.js';
import { allCanonical, sorted } from '../canonical.js';
import { flagsLinked } from './linked.js';
import type { Kind } from '../kind.js';
import { some } from '../listed.js';
import { NOTHING } from '../spoken-value.js';
import { allCodesOf, countableOf, tally } from '../source-columns.js';
import type { Flags } from './shape.js';
import { afterFlags } from './again.js';
import { checkFlags } from './check.js';
import { flag } from './compute.js';
import { proveFlags } from './prove.js';

export const flagsKind: Kind<Flags> = {
  check: checkFlags,
  provable: (recipe) => recipe,
  effect: ({ source, codes }) => [source, sorted(codes)],
  canonical: (recipe) => ({ ...recipe, codes: allCanonical(recipe.codes) }),
  sources: ({ source }) => [source],
  mapSources: (recipe, other) => ({ ...recipe, source: other(recipe.source, 0) }),
  named: ({ codes }) => codes,
  onAnyNumber: true,
  say: ({ source, codes, yes, no }, { codesOf }) => {
    const labels = new Map(codesOf(source).map(({ code, label }) => [code, label]));
    return `${yes} for ${some(codes.map((code) => labels.get(code) ?? code))}, ${no} for every other answer.`;
  },
  verb: () => 'flags',
  derive: (recipe, { sources, respondents }) => {
    const source = sources[0]!;
    const column = countableOf(source);
    const codes = allCodesOf(source);
    const { made, values } = flag(recipe, codes, column);
    const { blank, counts } = tally(column, respondents);
    const kept = tally({ kind: 'coded', values, codes: made.codes.map(({ code }) => code) }, respondents);
    const after = made.codes.map(({ code }) => kept.counts.get(code) ?? 0);
    const states = column.kind === 'sets' ? statesIn(column.state) : null;
    return { ...made, proof: proveFlags(recipe, codes, counts, after, blank, states), values: { is: 'codes', values } };
  },
  linked: flagsLinked,
  again: (recipe, [source], [raw = null]) =>
    source?.column.kind === 'sets' && raw === null ? NOTHING : afterFlags(recipe, source?.codes ?? [], raw),
};
