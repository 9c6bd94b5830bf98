import { SET_STATE } from '../../count/set-state.js';
import { all, any, compare, flag, holds, not, plus, when, whole } from '../../linked/build.js';
import { setParts } from '../../linked/column.js';
import type { Condition } from '../../linked/expression.js';
import { sumsOf } from '../../linked/query.js';
import {
  answeredBy,
  type DeriveLinked,
  hasCode,
  type LinkedSource,
  optionsOf,
  own,
  stateOf,
} from '../../linked/source.js';
import { parts } from '../source-columns.js';
import { combined } from './compute.js';
import { proveCombine } from './prove.js';
import type { Combine } from './shape.js';
import { type Code, isAnswer } from '../../codebook/types.js';

/** What a source says of a respondent. */
interface Said {
  answered: Condition;
  /** Whether an option is mentioned. */
  options: Condition[];
  /** Whether an answer is no option, or says "none of these". */
  other: Condition;
  none: Condition;
}

function saidIn(source: LinkedSource, codes: readonly Code[], { options, none }: Combine): Said {
  const isOption = new Set(options.map(({ code }) => code));
  const isNone = (code: string) => !isOption.has(code) && none.includes(code);
  const isOther = (code: string) => !isOption.has(code) && !none.includes(code);
  if (source.linked.kind === 'sets') {
    const own_ = optionsOf(source);
    const anyOf = (isOne: (code: string) => boolean) =>
      any(own_.flatMap((option) => (isOne(option.code) ? [option.holds] : [])));
    return {
      answered: answeredBy(stateOf(source)),
      options: options.map(({ code }) => anyOf((own_code) => own_code === code)),
      other: anyOf(isOther),
      none: anyOf(isNone),
    };
  }
  const missing = new Set(codes.filter((code) => !isAnswer(code)).map(({ code }) => code));
  const has = (isOne: (code: string) => boolean) => hasCode(source, (code) => !missing.has(code) && isOne(code));
  return {
    answered: has(() => true),
    options: options.map((option) => has((code) => code === option.code)),
    other: has(isOther),
    none: has(isNone),
  };
}

/** Whether an option is in the result, by who says it. */
function joined({ how, atLeast }: Combine, said: readonly Condition[]): Condition {
  const [first, ...others] = said;
  if (how === 'first-only') return all([first!, not(any(others))]);
  if (how === 'all') return all(said);
  if (how === 'at-least' && atLeast > 1) return compare(plus(said.map(flag)), '>=', whole(atLeast));
  return any(said);
}

/** Combines variables that stay in an engine. */
export const combineLinked: DeriveLinked<Combine> = function* (recipe, sources) {
  const over = parts(sources);
  const said = sources.map((source, s) => saidIn(source, over[s]!.codes, recipe));
  const answers = said.map(({ answered }) => answered);
  const isIn = recipe.base === 'all' ? all(answers) : any(answers);
  const options = recipe.options.map((_, k) =>
    flag(
      all([
        isIn,
        joined(
          recipe,
          said.map((source) => source.options[k]!),
        ),
      ]),
    ),
  );
  const has = any(options.map((_, k) => holds(own(`o${k}`))));
  const state = when(
    [
      [has, whole(SET_STATE.mentioned)],
      [isIn, whole(SET_STATE.none)],
    ],
    whole(SET_STATE.blank),
  );
  const hasAny = any(options.map((option) => holds(option)));
  const saidNone = all([isIn, any(said.map(({ none }) => none))]);
  const figures = [
    flag(isIn),
    flag(all([isIn, not(hasAny)])),
    flag(saidNone),
    flag(all([saidNone, hasAny])),
    plus(options),
    ...options,
    ...said.flatMap((source) => [flag(source.answered), flag(source.other), ...source.options.map(flag)]),
  ];
  const { respondents, sums } = yield* sumsOf(figures);
  const [answered, none, mentions, contradicted, kept] = sums as [number, number, number, number, number];
  const count = options.length;
  const mentioned = sums.slice(5, 5 + count);
  const ofSource = said.map((_, s) => sums.slice(5 + count + s * (count + 2), 5 + count + (s + 1) * (count + 2)));
  const result = {
    respondents,
    kept,
    mentions,
    sources: ofSource.map(([own_answered = 0, , ...own_mentions]) => ({
      answered: own_answered,
      mentioned: own_mentions,
    })),
    others: ofSource.map(([, other = 0]) => other),
    mentioned,
    answered,
    none,
    contradicted,
  };
  return {
    ...combined(recipe),
    proof: proveCombine(recipe, result, over),
    linked: { kind: 'sets', options: recipe.options.map(({ code }) => code), parts: setParts(state, options) },
  };
};
