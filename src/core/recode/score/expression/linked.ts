import {
  all,
  any,
  call,
  compare,
  divided,
  extremeOf,
  flag,
  isNothing,
  minus,
  not,
  nothing,
  number,
  plus,
  times,
  when,
  whole,
} from '../../../linked/build.js';
import type { Condition, Scalar } from '../../../linked/expression.js';
import { own } from '../../../linked/source.js';
import { NO_VALUE } from './evaluate.js';
import type { Expression, FunctionName, Operation } from './parse.js';

/** What a step of an expression comes to, and why an expression has no value: as `evaluator` writes it. */
interface Step {
  value: Scalar;
  why: Scalar;
}

const ZERO = number(0);
const ONE = number(1);
const isThere = (value: Scalar) => not(isNothing(value));
const isZero = (value: Scalar) => compare(value, '=', ZERO);
const isOther = (value: Scalar) => any([compare(value, '<', ZERO), compare(value, '>', ZERO)]);
const truth = (condition: Condition) => when([[condition, ONE]], ZERO);

/** The powers of e between which a number can hold the result. */
const [LEAST_POWER, MOST_POWER] = [-745, 709];

/** To a whole number, halves upwards. */
const rounded = (value: Scalar): Scalar => {
  const floor = call('floor', value);
  return plus([floor, truth(compare(minus(value, floor), '>=', number(0.5)))]);
};

/** What has a value of its own, and where it has none although its operands have. */
interface Computed {
  value: Scalar;
  fails: Condition;
}

function power(a: Scalar, b: Scalar): Computed {
  const size = times([b, call('ln', call('abs', a))]);
  const isWhole = compare(b, '=', call('floor', b));
  const fails = any([
    all([isZero(a), compare(b, '<', ZERO)]),
    all([compare(a, '<', ZERO), not(isWhole)]),
    compare(when([[isOther(a), size]], ZERO), '>', number(MOST_POWER)),
  ]);
  const vanishes = compare(when([[isOther(a), size]], ZERO), '<', number(LEAST_POWER));
  return { fails, value: when([[vanishes, ZERO]], call('power', a, b)) };
}

const PLAIN: Record<'abs' | 'sqrt' | 'ln' | 'exp', (value: Scalar) => Computed> = {
  abs: (value) => ({ value: call('abs', value), fails: any([]) }),
  sqrt: (value) => ({ value: call('sqrt', value), fails: compare(value, '<', ZERO) }),
  ln: (value) => ({ value: call('ln', value), fails: compare(value, '<=', ZERO) }),
  exp: (value) => ({
    value: when([[compare(value, '<', number(LEAST_POWER)), ZERO]], call('exp', value)),
    fails: compare(value, '>', number(MOST_POWER)),
  }),
};

/** The steps of an expression so far: the parts that they make, and the items that it calls by name. */
interface Steps {
  items: ReadonlyMap<string, Scalar>;
  parts: Record<string, Scalar>;
  keep: (value: Scalar, why: Scalar) => Step;
  /** Nothing where an operand is nothing, or where there is no value. */
  checked: (operands: readonly Scalar[], computed: Computed, why: Scalar, reason: number) => Step;
}

function noSteps(items: Steps['items']): Steps {
  const parts: Record<string, Scalar> = {};
  let taken = 0;
  const keep = (value: Scalar, why: Scalar): Step => {
    const at = taken++;
    parts[`v${at}`] = value;
    // A reason that nothing was added to is that of the step before.
    if (why.is === 'part' || why.is === 'whole') return { value: own(`v${at}`), why };
    parts[`y${at}`] = why;
    return { value: own(`v${at}`), why: own(`y${at}`) };
  };
  const checked: Steps['checked'] = (operands, { value, fails }, why, reason) => {
    const lacks = any(operands.map(isNothing));
    return keep(when([[any([lacks, fails]), nothing]], value), when([[all([not(lacks), fails]), whole(reason)]], why));
  };
  return { items, parts, keep, checked };
}

/** An operation with its two sides. */
function operated({ keep, checked }: Steps, operation: Operation, left: Step, right: Step): Step {
  const [a, b] = [left.value, right.value];
  const either = any([isNothing(a), isNothing(b)]);
  /** What one side settles, whatever the other is; where the left one does, the right one is not looked at. */
  const decided = (settles: (side: Scalar) => Condition, settled: Scalar, otherwise: Scalar) =>
    keep(
      when(
        [
          [any([settles(a), settles(b)]), settled],
          [either, nothing],
        ],
        otherwise,
      ),
      when([[settles(a), left.why]], right.why),
    );
  switch (operation) {
    case '+':
    case '-':
    case '*':
      return keep({ is: 'arithmetic', sign: operation, parts: [a, b] }, right.why);
    case '/':
      return checked([a, b], { value: divided(a, b), fails: isZero(b) }, right.why, NO_VALUE.zero);
    case '^':
      return checked([a, b], power(a, b), right.why, NO_VALUE.domain);
    case 'and':
      return decided(isZero, ZERO, ONE);
    case 'or':
      return decided(isOther, ONE, ZERO);
    case '<>':
      return keep(when([[either, nothing]], truth(not(compare(a, '=', b)))), right.why);
    case '=':
    case '<':
    case '<=':
    case '>':
    case '>=':
      return keep(when([[either, nothing]], truth(compare(a, operation, b))), right.why);
  }
}

/** What a condition chooses; the other branch is not looked at. */
function chosen(steps: Steps, given: readonly Expression[], why: Scalar): Step {
  const condition = step(steps, given[0]!, why);
  const [then, otherwise] = [step(steps, given[1]!, condition.why), step(steps, given[2]!, condition.why)];
  const choose = (one: Scalar, other: Scalar, none: Scalar) =>
    when(
      [
        [isNothing(condition.value), none],
        [isOther(condition.value), one],
      ],
      other,
    );
  return steps.keep(choose(then.value, otherwise.value, nothing), choose(then.why, otherwise.why, condition.why));
}

function called(steps: Steps, of: FunctionName, given: readonly Expression[], why: Scalar): Step {
  const { keep, checked } = steps;
  if (of === 'if') return chosen(steps, given, why);
  const values: Scalar[] = [];
  let last = why;
  for (const part of given) {
    // Of several that can be chosen, those behind the first that is answered are not looked at.
    const next = step(steps, part, last);
    last = of === 'first' && values.length > 0 ? when([[any(values.map(isThere)), last]], next.why) : next.why;
    values.push(next.value);
  }
  const count = plus(values.map((value) => truth(isThere(value))));
  const sum = plus(values.map((value) => when([[isThere(value), value]], ZERO)));
  const isNobody = all(values.map(isNothing));
  const extreme = (which: 'least' | 'greatest', beyond: number) =>
    extremeOf(
      which,
      values.map((value) => when([[isThere(value), value]], number(beyond))),
    );
  switch (of) {
    case 'mean':
      return keep(when([[isNobody, nothing]], divided(sum, count)), last);
    case 'sum':
      return keep(when([[isNobody, nothing]], sum), last);
    case 'min':
      return keep(when([[isNobody, nothing]], extreme('least', Number.MAX_VALUE)), last);
    case 'max':
      return keep(when([[isNobody, nothing]], extreme('greatest', -Number.MAX_VALUE)), last);
    case 'answered':
      return keep(count, last);
    case 'first':
      return keep(
        when(
          values.map((value) => [isThere(value), value] as const),
          nothing,
        ),
        last,
      );
    case 'round': {
      const [value, places] = values as [Scalar, Scalar | undefined];
      if (!places) return keep(when([[isNothing(value), nothing]], rounded(value)), last);
      const unit = call('power', number(10), rounded(places));
      const lacks = any([isNothing(value), isNothing(places)]);
      return keep(when([[lacks, nothing]], divided(rounded(times([value, unit])), unit)), last);
    }
    case 'abs':
    case 'sqrt':
    case 'ln':
    case 'exp':
      return checked([values[0]!], PLAIN[of](values[0]!), last, NO_VALUE.domain);
  }
}

/** A step of an expression, after those that were looked at before it. @param why there is no value, so far */
function step(steps: Steps, of: Expression, why: Scalar): Step {
  const { keep, items } = steps;
  switch (of.is) {
    case 'number':
      return { value: number(of.value), why };
    case 'name':
      return { value: items.get(of.name)!, why };
    case 'negative': {
      const inner = step(steps, of.of, why);
      return keep(minus(ZERO, inner.value), inner.why);
    }
    case 'not': {
      const inner = step(steps, of.of, why);
      return keep(when([[isNothing(inner.value), nothing]], truth(isZero(inner.value))), inner.why);
    }
    case 'operation': {
      const left = step(steps, of.left, why);
      return operated(steps, of.operation, left, step(steps, of.right, left.why));
    }
    case 'call':
      return called(steps, of.of, of.parts, why);
  }
}

/** The parts of a score's expression, by steps: each is worked out once. */
export function expressionParts(expression: Expression, items: ReadonlyMap<string, Scalar>) {
  const steps = noSteps(items);
  return { parts: steps.parts, ...step(steps, expression, whole(0)) };
}

/** Whether a score has no value for a reason of its own. */
export const failsFor = (value: Scalar, why: Scalar, reason: number): Scalar =>
  flag(all([isNothing(value), compare(why, '=', whole(reason))]));
