import { type Code, isAnswer } from '../../codebook/types.js';
import { SET_STATE } from '../../count/set-state.js';
import { all, any, compare, flag, is, lookup, not, plus, times, when, whole } from '../../linked/build.js';
import { setParts } from '../../linked/column.js';
import type { Scalar } from '../../linked/expression.js';
import { ask, type Asking, newValues, sumsOf } from '../../linked/query.js';
import {
  answeredBy,
  codedColumn,
  codesInColumn,
  type DeriveLinked,
  hasCode,
  type LinkedMade,
  type LinkedSource,
  lookupCodes,
  optionsOf,
  own,
  placeOf,
  stateOf,
} from '../../linked/source.js';
import { allCodesOf, countableOf, parts } from '../source-columns.js';
import { combinationsIn, nameCombinations } from './compute.js';
import { proveInterlock } from './prove.js';
import { proveInterlockSets } from './prove-sets.js';
import { nameSets } from './sets.js';
import type { Interlock } from './shape.js';

/** The place of a blank; a code that is no answer is at -1. */
const BLANK = -2;

/** Groups of one answer each: a place for each combination of answers, and a code for each part that lacks one. */
function* interlockCoded(recipe: Interlock, sources: readonly LinkedSource[]): Asking<LinkedMade> {
  const over = sources.map((source) => ({ title: source.title, codes: allCodesOf(source) }));
  const answers = over.map(({ codes }) => codes.filter(isAnswer));
  const combinations = combinationsIn(recipe, over);
  const places = sources.map((source, s) =>
    lookupCodes(source, (code) => answers[s]!.findIndex((answer) => answer.code === code), BLANK),
  );
  const times = new Float64Array(combinations);
  const lacks = new Float64Array(sources.length);
  const answered = sources.map(() => 0);
  let [blank, respondents] = [0, 0];
  for (const row of yield* ask({ by: sources.map(placeOf) })) {
    respondents += row.respondents;
    const values = row.by.map((place, s) => {
      const at = Number(place);
      if (at < 0) throw newValues(sources[s]!.title);
      const code = at === 0 ? null : codesInColumn(sources[s]!)[at - 1];
      return code == null ? BLANK : answers[s]!.findIndex((answer) => answer.code === code);
    });
    values.forEach((value, s) => (answered[s]! += value >= 0 ? row.respondents : 0));
    const lack = values.findIndex((value) => value < 0);
    if (values.every((value) => value === BLANK)) blank += row.respondents;
    else if (lack >= 0) lacks[lack]! += row.respondents;
    else times[values.reduce((at, value, s) => at * answers[s]!.length + value, 0)]! += row.respondents;
  }
  const { kept, gone, ...named } = nameCombinations(recipe, over, { respondents, times, lacks, answered, blank });
  const column = codedColumn(named.made.codes, placeOfCombination(kept, gone, places, answers));
  // The place of each part, and of the combination of all, are worked out once.
  const further = Object.fromEntries(places.map((place, s) => [`p${s}`, place]));
  return {
    ...named.made,
    proof: proveInterlock(recipe, named, over),
    linked: { ...column, parts: { ...column.parts, ...further, at: combinationOf(answers) } },
  };
}

/** The combination of the places of all parts. */
function combinationOf(answers: readonly (readonly Code[])[]): Scalar {
  const steps = answers.map((_, s) => answers.slice(s + 1).reduce((product, codes) => product * codes.length, 1));
  return plus(answers.map((_, s) => times([own(`p${s}`), whole(steps[s]!)])));
}

function placeOfCombination(
  kept: readonly number[],
  gone: readonly number[],
  places: readonly Scalar[],
  answers: readonly (readonly Code[])[],
): Scalar {
  const part = (s: number) => own(`p${s}`);
  const isBlank = all(places.map((_, s) => is(part(s), BLANK)));
  return when(
    [
      [isBlank, whole(0)],
      ...answers.map((_, s) => [compare(part(s), '<', whole(0)), whole(kept.length + gone.indexOf(s) + 1)] as const),
    ],
    lookup(
      own('at'),
      kept.map((at, k) => [at, k + 1]),
      0,
    ),
  );
}

/** An option of a question within each group. */
function* interlockQuestion(recipe: Interlock, sources: readonly LinkedSource[]): Asking<LinkedMade> {
  const over = parts(sources);
  const { answers, question, steps, codes } = nameSets(recipe, over);
  const state = stateOf(sources[question]!);
  const groups = sources.flatMap((_, s) => (s === question ? [] : [s]));
  const has = (s: number, place: number) =>
    hasCode(sources[s]!, (code) => answers[s]!.findIndex((answer) => answer.code === code) === place);
  const hasAny = (s: number) => hasCode(sources[s]!, (code) => answers[s]!.some((answer) => answer.code === code));
  const lacks = not(all(groups.map(hasAny)));
  const options = optionsOf(sources[question]!);
  const conditions = codes.map((_, at) => {
    const placeIn = (s: number) => Math.floor(at / steps[s]!) % answers[s]!.length;
    const mentioned = options.filter(({ code }) => answers[question]![placeIn(question)]?.code === code);
    return all([
      is(state, SET_STATE.mentioned),
      any(mentioned.map(({ holds }) => holds)),
      ...groups.map((s) => has(s, placeIn(s))),
    ]);
  });
  const after = when([[all([lacks, answeredBy(state)]), whole(SET_STATE['no-answer'])]], state);
  const before = options.flatMap(({ code, holds }) =>
    answers[question]!.some((answer) => answer.code === code)
      ? [flag(all([holds, is(state, SET_STATE.mentioned), not(lacks)]))]
      : [],
  );
  const { respondents, sums } = yield* sumsOf([flag(answeredBy(after)), ...before, ...conditions.map(flag)]);
  const mentioned = sums.slice(1 + before.length);
  const kept = codes.flatMap((_, at) => (recipe.empty || mentioned[at]! > 0 ? [at] : []));
  const made = { level: 'multiple' as const, codes: kept.map((at) => codes[at]!) };
  const proof = proveInterlockSets({
    made,
    respondents,
    answered: sums[0]!,
    mentioned: kept.map((at) => mentioned[at]!),
    before: sums.slice(1, 1 + before.length).reduce((sum, count) => sum + count, 0),
  });
  const flags = kept.map((at) => flag(conditions[at]!));
  return {
    ...made,
    proof,
    linked: { kind: 'sets', options: made.codes.map(({ code }) => code), parts: setParts(after, flags) },
  };
}

/** Interlocks variables that stay in an engine. */
export const interlockLinked: DeriveLinked<Interlock> = function* (recipe, sources) {
  if (sources.some((source) => countableOf(source).kind === 'sets')) return yield* interlockQuestion(recipe, sources);
  return yield* interlockCoded(recipe, sources);
};
