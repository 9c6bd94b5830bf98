import { SET_STATE } from '../../count/set-state.js';
import { total } from '../../numerics/total.js';
import { any, flag, when, whole } from '../../linked/build.js';
import { type DeriveLinked, hasCode, type LinkedSource } from '../../linked/source.js';
import type { GatherSource } from '../gather/compute.js';
import { sumsOfSettled } from '../settled-sums.js';
import { settledParts } from '../settle-linked.js';
import { withMissing } from '../source-columns.js';
import { revivedBySlots, slotted } from './compute.js';
import { proveSlots } from './prove.js';
import type { Slots } from './shape.js';

/** What stands in a slot. */
function meaningsIn(source: LinkedSource, { column, missing, notAsked = [] }: GatherSource, { options, none }: Slots) {
  const isOption = (code: string) => options.some((option) => option.code === code);
  const meaningOf = (code: string) => {
    if (isOption(code)) return 'option';
    if (code === none) return 'none';
    return notAsked.includes(code) ? 'not-asked' : missing.includes(code) ? 'missing' : 'other';
  };
  const means = (meaning: ReturnType<typeof meaningOf>) => hasCode(source, (code) => meaningOf(code) === meaning);
  return {
    options: options.map((option) => hasCode(source, (code) => code === option.code)),
    option: means('option'),
    none: means('none'),
    notAsked: means('not-asked'),
    missing: means('missing'),
    other: means('other'),
    /** Codes that are no option, each by itself. */
    others: column.codes.flatMap((code) =>
      meaningOf(code) === 'other' ? [{ code, holds: hasCode(source, (other) => other === code) }] : [],
    ),
  };
}

/** Brings slots together that stay in an engine. */
export const slotsLinked: DeriveLinked<Slots> = function* (recipe, sources) {
  const columns = withMissing(sources);
  const slots = sources.map((source, k) => meaningsIn(source, columns[k]!, recipe));
  const someone = (of: 'none' | 'other' | 'notAsked' | 'missing') => any(slots.map((slot) => slot[of]));
  const otherwise = when(
    [
      [someone('none'), whole(SET_STATE.none)],
      [someone('other'), whole(SET_STATE.nothing)],
      [someone('notAsked'), whole(SET_STATE['not-asked'])],
      [someone('missing'), whole(SET_STATE['no-answer'])],
    ],
    whole(SET_STATE.blank),
  );
  const positions = new Map(recipe.options.map(({ code }, k) => [code, k]));
  const parts = settledParts({
    options: recipe.options.map((_, k) => any(slots.map((slot) => slot.options[k]!))),
    none: someone('none'),
    otherwise,
    exclusive: (recipe.exclusive ?? []).flatMap((code) => positions.get(code) ?? []),
    rule: recipe.settle ?? 'option',
  });
  const linked = { kind: 'sets' as const, options: recipe.options.map(({ code }) => code), parts };
  const inSlots = slots.flatMap(({ option, none, missing, notAsked, others }) => [
    flag(option),
    flag(none),
    flag(any([missing, notAsked])),
    ...others.map(({ holds }) => flag(holds)),
  ]);
  const { respondents, settled, sums } = yield* sumsOfSettled(linked, inSlots);
  const others = new Map<string, number>();
  let at = 0;
  const tallies = slots.map((slot) => {
    const [option = 0, none = 0, missing = 0] = sums.slice(at, at + 3);
    const byCode = slot.others.map(({ code }, k) => [code, sums[at + 3 + k]!] as const);
    at += 3 + byCode.length;
    for (const [code, count] of byCode) if (count > 0) others.set(code, (others.get(code) ?? 0) + count);
    const other = total(byCode.map(([, count]) => count));
    return { option, none, other, missing, blank: respondents - option - none - other - missing };
  });
  const again = total(tallies.map(({ option }) => option)) - total(settled.before);
  const titles = sources.map(({ title }) => title);
  const result = { ...settled, slots: tallies, again, others };
  return {
    ...slotted(recipe),
    proof: proveSlots(recipe, result, titles, revivedBySlots(recipe, columns, titles)),
    linked,
  };
};
