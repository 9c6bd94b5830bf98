import { SET_STATE } from '../count/set-state.js';
import { total } from '../numerics/total.js';
import { all, any, compare, flag, holds, is, not, plus, when, whole } from '../linked/build.js';
import { setParts } from '../linked/column.js';
import type { Condition, Scalar } from '../linked/expression.js';
import { own } from '../linked/source.js';
import type { Contradictions } from './contradictions.js';
import type { Settle } from './settle.js';

/** What respondents of a linked question said, before contradictions are settled. */
interface Said {
  /** Whether each option is mentioned. */
  options: readonly Condition[];
  none: Condition;
  /** How who mentions nothing stands to the question. */
  otherwise: Scalar;
  /** Places of options that exclude the others. */
  exclusive: readonly number[];
  rule: Settle;
}

/** The names of the parts that are worked out first: each option as it was said, "none of these", and so on. */
const said = (option: number) => own(`r${option}`);
const SAID_NONE = own('none');
const CONTRADICTS = own('x');

/** Whether an option is still mentioned where it contradicts others. */
function staysIn(option: number, { exclusive, rule, options }: Said): Condition {
  if (rule === 'aside') return any([]);
  const others = options.flatMap((_, k) => (exclusive.includes(k) ? [] : [holds(said(k))]));
  if (!exclusive.includes(option)) return rule === 'option' ? any(others) : any([]);
  const before = exclusive.filter((k) => k < option).map((k) => holds(said(k)));
  const isFirst = not(any(before));
  return rule === 'option' ? all([not(any(others)), isFirst]) : all([not(holds(SAID_NONE)), isFirst]);
}

/**
 * The parts of a question whose contradictions are settled as `settleContradictions` does it.
 */
export function settledParts(question: Said): Record<string, Scalar> {
  const { options, none, otherwise, exclusive, rule } = question;
  const excluding = plus([SAID_NONE, ...exclusive.map(said)]);
  const others = options.flatMap((_, k) => (exclusive.includes(k) ? [] : [holds(said(k))]));
  const mentioned = any(options.map((_, k) => holds(said(k))));
  const contradicts = all([
    mentioned,
    compare(excluding, '>=', whole(1)),
    not(all([compare(excluding, '=', whole(1)), not(any(others))])),
  ]);
  const settled = rule === 'aside' ? SET_STATE['no-answer'] : SET_STATE.none;
  const isTakenAway =
    rule === 'aside'
      ? holds(CONTRADICTS)
      : rule === 'exclusive'
        ? all([holds(CONTRADICTS), holds(SAID_NONE)])
        : any([]);
  const state = when(
    [
      [isTakenAway, whole(settled)],
      [mentioned, whole(SET_STATE.mentioned)],
    ],
    otherwise,
  );
  const stays = options.map((_, k) =>
    flag(all([holds(said(k)), any([not(holds(CONTRADICTS)), staysIn(k, question)])])),
  );
  return {
    ...Object.fromEntries(options.map((option, k) => [`r${k}`, flag(option)])),
    none: flag(none),
    x: flag(contradicts),
    ...setParts(state, stays),
  };
}

/** The figures of a settled question that a proof tells, as parts of column `id`; and how they are read. */
export function settledFigures(id: number, options: number, partOf: (id: number, name: string) => Scalar) {
  const each = (name: string) => Array.from({ length: options }, (_, k) => partOf(id, `${name}${k}`));
  const states = Object.values(SET_STATE).map((state) => flag(is(partOf(id, 'state'), state)));
  const figures = [partOf(id, 'none'), partOf(id, 'x'), ...states, ...each('o'), ...each('r')];
  return {
    figures,
    read: (sums: readonly number[]) => {
      const first = 2 + states.length;
      const mentioned = sums.slice(first, first + options);
      const before = sums.slice(first + options, first + 2 * options);
      const contradictions: Contradictions = {
        respondents: sums[1]!,
        dropped: total(before) - total(mentioned),
        // Who they are stays in the engine.
        listed: [],
      };
      return { none: sums[0]!, states: sums.slice(2, first), mentioned, before, contradictions };
    },
  };
}
