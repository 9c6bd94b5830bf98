import { SET_STATE } from '../../count/set-state.js';
import { any, flag, is, not, part, when, whole } from '../../linked/build.js';
import { optionPart, setParts } from '../../linked/column.js';
import { type Asking, sumsOf } from '../../linked/query.js';
import {
  answeredBy,
  codedColumn,
  type DeriveLinked,
  type LinkedMade,
  type LinkedSource,
  lookupCodes,
  optionsOf,
  own,
  stateOf,
  tallyLinked,
} from '../../linked/source.js';
import { allCodesOf, codedOf } from '../source-columns.js';
import { regroup } from './compute.js';
import { withEverythingElse } from './everything-else.js';
import { netsOf } from './nets.js';
import { proveRegroup } from './prove.js';
import { proveRegroupSets } from './prove-nets.js';
import type { Regroup } from './shape.js';

/** A regroup of a question: who mentions an option of a group is in it. */
function* deriveNets(told: Regroup, source: LinkedSource): Asking<LinkedMade> {
  const options = optionsOf(source);
  const labels = new Map(source.codes.map((code) => [code.code, code]));
  const codes = options.map(({ code }) => labels.get(code) ?? { code, label: code, missing: null });
  const { groups, groupOf, made } = netsOf(withEverythingElse(told, codes), codes);
  const inGroups = groups.map((_, g) => any(options.flatMap(({ holds }, k) => (groupOf[k] === g ? [holds] : []))));
  const state = stateOf(source);
  const isEmptied = not(any(groups.map((_, g) => is(own(optionPart(g)), 1))));
  const after = when(
    [[is(state, SET_STATE.mentioned), when([[isEmptied, whole(SET_STATE.none)]], whole(SET_STATE.mentioned))]],
    state,
  );
  const emptied = flag(not(any([not(is(state, SET_STATE.mentioned)), ...inGroups])));
  const own_ = options.map((_, k) => part(source.id, optionPart(k)));
  const { respondents, sums } = yield* sumsOf([flag(answeredBy(state)), emptied, ...own_, ...inGroups.map(flag)]);
  const before = sums.slice(2, 2 + options.length);
  const went = options.map((_, j) => [
    ...groups.map((__, g) => (groupOf[j] === g ? before[j]! : 0)),
    groupOf[j]! < 0 ? before[j]! : 0,
  ]);
  const mentioned = sums.slice(2 + options.length);
  const result = { made, mentioned, before, went, emptied: sums[1]! };
  return {
    ...made,
    proof: proveRegroupSets(told, codes, result, { answered: sums[0]!, respondents }),
    linked: {
      kind: 'sets',
      options: groups.map(({ code }) => code),
      parts: setParts(after, inGroups.map(flag)),
    },
  };
}

/** Makes a regroup where its source stays in an engine. */
export const regroupLinked: DeriveLinked<Regroup> = function* (told, [source]) {
  if (source!.linked.kind === 'sets') return yield* deriveNets(told, source!);
  codedOf(source!);
  const codes = allCodesOf(source!);
  const { blank, counts } = yield* tallyLinked(source!);
  const result = regroup(told, codes);
  const places = new Map(result.codes.map(({ code }, k) => [code, k + 1]));
  const place = (code: string | null | undefined) => (code == null ? 0 : (places.get(code) ?? 0));
  const lookedUp = lookupCodes(source!, (code) => place(result.map.get(code)), place(result.blank));
  return {
    level: result.level,
    codes: result.codes,
    proof: proveRegroup(told, codes, counts, blank),
    linked: codedColumn(result.codes, lookedUp),
  };
};
