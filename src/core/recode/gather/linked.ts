import { SET_STATE } from '../../count/set-state.js';
import { any, flag, when, whole } from '../../linked/build.js';
import { type DeriveLinked, hasCode, type LinkedSource } from '../../linked/source.js';
import { sumsOfSettled } from '../settled-sums.js';
import { settledParts } from '../settle-linked.js';
import { withMissing } from '../source-columns.js';
import { gathered, type GatherSource, revivedByGather } from './compute.js';
import { proveGather } from './prove.js';
import type { Gather, GatherItem } from './shape.js';

/** What stands in an item's column. */
function verdictsIn(source: LinkedSource, { missing, notAsked = [] }: GatherSource, item: GatherItem) {
  const { ticked, also = [] } = item;
  const isTicked = (code: string) => code === ticked || also.includes(code);
  const isSilent = (code: string) => !isTicked(code) && (missing.includes(code) || notAsked.includes(code));
  return {
    ticked: hasCode(source, isTicked),
    unticked: hasCode(source, (code) => !isTicked(code) && !isSilent(code)),
    notAsked: hasCode(source, (code) => isSilent(code) && notAsked.includes(code)),
    missing: hasCode(source, (code) => isSilent(code) && !notAsked.includes(code)),
  };
}

/** Gathers yes/no columns that stay in an engine. */
export const gatherLinked: DeriveLinked<Gather> = function* (recipe, sources) {
  const columns = withMissing(sources);
  const items = [...recipe.items, ...(recipe.none ? [recipe.none] : [])];
  const verdicts = items.map((item, k) => verdictsIn(sources[k]!, columns[k]!, item));
  const options = verdicts.slice(0, recipe.items.length);
  const none = recipe.none ? verdicts.at(-1)!.ticked : any([]);
  const someone = (of: 'unticked' | 'notAsked' | 'missing') => any(verdicts.map((verdict) => verdict[of]));
  const otherwise = when(
    [
      [none, whole(SET_STATE.none)],
      [someone('unticked'), whole(SET_STATE.nothing)],
      [someone('notAsked'), whole(SET_STATE['not-asked'])],
      [someone('missing'), whole(SET_STATE['no-answer'])],
    ],
    whole(SET_STATE.blank),
  );
  const parts = settledParts({
    options: options.map(({ ticked }) => ticked),
    none,
    otherwise,
    exclusive: recipe.items.flatMap((item, k) => (item.exclusive ? [k] : [])),
    rule: recipe.settle ?? 'option',
  });
  const linked = { kind: 'sets' as const, options: recipe.items.map((_, k) => String(k + 1)), parts };
  const inItems = options.flatMap(({ unticked, missing, notAsked }) => [
    flag(unticked),
    flag(any([missing, notAsked])),
  ]);
  const { respondents, settled, sums } = yield* sumsOfSettled(linked, inItems);
  const tallies = options.map((_, k) => {
    const [ticked, unticked, missing] = [settled.before[k]!, sums[2 * k]!, sums[2 * k + 1]!];
    return { ticked, unticked, missing, blank: respondents - ticked - unticked - missing };
  });
  return {
    ...gathered(recipe),
    proof: proveGather(recipe, { ...settled, options: tallies }, revivedByGather(recipe, columns)),
    linked,
  };
};
