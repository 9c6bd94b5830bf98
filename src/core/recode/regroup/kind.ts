import { canonicalCode } from '../../codebook/number.js';
import type { SetsColumn } from '../../count/column.js';
import { answeredIn } from '../../count/set-state.js';
import { allCanonical, canonicalList, sorted } from '../canonical.js';
import type { DeriveInput, Derivation, Source } from '../derivation.js';
import type { Kind } from '../kind.js';
import { toldApart } from '../labels.js';
import { NOTHING } from '../spoken-value.js';
import { allCodesOf, codedOf, countableOf, roomFor, tally } from '../source-columns.js';
import type { Regroup } from './shape.js';
import { afterRegroup } from './again.js';
import { checkRegroup } from './check.js';
import { regroup } from './compute.js';
import { regroupLinked } from './linked.js';
import { regroupSets } from './nets.js';
import { proveRegroup } from './prove.js';
import { proveRegroupSets } from './prove-nets.js';
import { sayRegroup } from './say.js';

/** A regroup of a question with several answers: nets over its options. */
function deriveNets(recipe: Regroup, source: Source, column: SetsColumn): Derivation {
  // In the order of the column, as its respondents are counted.
  const labels = new Map(source.codes.map((code) => [code.code, code]));
  const codes = column.options.map((code) => labels.get(code) ?? { code, label: code, missing: null });
  const result = regroupSets(recipe, codes, column);
  return {
    ...result.made,
    proof: proveRegroupSets(recipe, codes, result, {
      answered: answeredIn(column.state),
      respondents: column.state.length,
    }),
    values: { is: 'sets', column: result.column, mentioned: result.mentioned },
  };
}

function derive(recipe: Regroup, { sources, respondents }: DeriveInput): Derivation {
  const source = sources[0]!;
  const countable = countableOf(source);
  if (countable.kind === 'sets') return deriveNets(recipe, source, countable);
  const column = codedOf(source);
  const codes = allCodesOf(source);
  const { blank, counts } = tally(column, respondents);
  const result = regroup(recipe, codes);
  const places = new Map(result.codes.map(({ code }, k) => [code, k + 1]));
  const place = (code: string | null | undefined) => (code == null ? 0 : (places.get(code) ?? 0));
  const lookup = Uint16Array.from([place(result.blank), ...column.codes.map((code) => place(result.map.get(code)))]);
  const values = roomFor(result.codes, respondents);
  for (let k = 0; k < respondents; k++) values[k] = lookup[column.values[k]!]!;
  return {
    level: result.level,
    codes: result.codes,
    proof: proveRegroup(recipe, codes, counts, blank),
    values: { is: 'codes', values },
  };
}

export const regroupKind: Kind<Regroup> = {
  check: checkRegroup,
  provable: (recipe) => ({ ...recipe, groups: toldApart(recipe.groups) }),
  effect: ({ source, groups, setAside, unnamed = 'left-over', missing = 'keep', blank = null }) => {
    const to = blank && 'group' in blank ? groups.findIndex(({ code }) => code === blank.group) : blank;
    const others = typeof unnamed === 'object' ? groups.findIndex(({ code }) => code === unnamed.group) : unnamed;
    return [source, groups.map(({ from }) => sorted(from)), sorted(setAside), others, missing, to];
  },
  canonical: (recipe) => {
    const groups = canonicalList(recipe.groups).map((group) => ({ ...group, from: allCanonical(group.from) }));
    const { blank, unnamed } = recipe;
    const others = typeof unnamed === 'object' ? { unnamed: { group: canonicalCode(unnamed.group) } } : {};
    const filled = blank && 'group' in blank ? { blank: { group: canonicalCode(blank.group) } } : {};
    return { ...recipe, groups, setAside: allCanonical(recipe.setAside), ...filled, ...others };
  },
  sources: ({ source }) => [source],
  mapSources: (recipe, other) => ({ ...recipe, source: other(recipe.source, 0) }),
  named: ({ groups, setAside }) => [...groups.flatMap(({ from }) => from), ...setAside],
  onAnyNumber: true,
  say: (recipe, { codesOf }) => sayRegroup(recipe, codesOf(recipe.source)),
  verb: () => 'regroups',
  derive,
  linked: regroupLinked,
  again: (recipe, [source], [raw = null]) =>
    // Who has no answer to a question has none after it.
    source?.column.kind === 'sets' && raw === null ? NOTHING : afterRegroup(recipe, source?.codes ?? [], raw),
};
