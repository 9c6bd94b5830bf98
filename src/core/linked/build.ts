import type { Call, Comparison, Condition, Scalar } from './expression.js';

/** A whole number. @example whole(3) // { is: 'whole', value: 3 } */
export const whole = (value: number): Scalar => ({ is: 'whole', value });

/** A number. @example number(2.5) // { is: 'number', value: 2.5 } */
export const number = (value: number): Scalar => ({ is: 'number', value });

export const nothing: Scalar = { is: 'nothing' };

/** A part of a linked column. @example part(7, 'place') // { is: 'part', column: 7, part: 'place' } */
export const part = (column: number, name: string): Scalar => ({ is: 'part', column, part: name });

/** @example compare(whole(1), '=', whole(2)).sign // '=' */
export const compare = (left: Scalar, sign: Comparison, right: Scalar): Condition => ({
  is: 'compare',
  sign,
  left,
  right,
});

/** Whether a whole number is this one. @example is(part(1, 'state'), 1).right // { is: 'whole', value: 1 } */
export const is = (of: Scalar, value: number): Condition => compare(of, '=', whole(value));

/** @example oneOf(part(1, 'place'), [1, 2]).values // [1, 2] */
export const oneOf = (of: Scalar, values: readonly (string | number)[]): Condition => ({ is: 'one-of', of, values });

/** @example all([]).is // 'and' */
export const all = (parts: readonly Condition[]): Condition => (parts.length === 1 ? parts[0]! : { is: 'and', parts });

/** @example any([]).is // 'or' */
export const any = (parts: readonly Condition[]): Condition => (parts.length === 1 ? parts[0]! : { is: 'or', parts });

/** @example not(any([])).is // 'not' */
export const not = (condition: Condition): Condition => ({ is: 'not', part: condition });

export const isNothing = (of: Scalar): Condition => ({ is: 'is-nothing', of });

/** The first that holds says what comes out. @example when([[any([]), whole(1)]], whole(0)).is // 'case' */
export const when = (cases: readonly (readonly [Condition, Scalar])[], otherwise: Scalar): Scalar =>
  cases.length === 0 ? otherwise : { is: 'case', when: cases, otherwise };

/** 1 where it holds, 0 elsewhere. @example flag(any([])).is // 'case' */
export const flag = (condition: Condition): Scalar => when([[condition, whole(1)]], whole(0));

/** Whether a part that is 1 or 0 is 1. */
export const holds = (of: Scalar): Condition => is(of, 1);

/** @example plus([whole(1), whole(2)]).sign // '+' */
export const plus = (parts: readonly Scalar[]): Scalar =>
  parts.length === 0 ? whole(0) : parts.length === 1 ? parts[0]! : { is: 'arithmetic', sign: '+', parts };

/** @example times([whole(1), whole(2)]).sign // '*' */
export const times = (parts: readonly Scalar[]): Scalar =>
  parts.length === 1 ? parts[0]! : { is: 'arithmetic', sign: '*', parts };

/** What stands for each value of a scalar. Values that stand for the same are put together. */
export function lookup(
  of: Scalar,
  entries: Iterable<readonly [value: string | number, to: number]>,
  otherwise: number,
  blank = otherwise,
): Scalar {
  const byResult = new Map<number, (string | number)[]>();
  for (const [value, to] of entries) {
    if (to === otherwise) continue;
    const values = byResult.get(to);
    if (values) values.push(value);
    else byResult.set(to, [value]);
  }
  const cases = [...byResult].map(([to, values]) => ({ values, to }));
  return { is: 'lookup', of, cases, otherwise, blank };
}

/** @example minus(number(3), number(1)).sign // '-' */
export const minus = (left: Scalar, right: Scalar): Scalar => ({ is: 'arithmetic', sign: '-', parts: [left, right] });

/** A division of numbers; whoever asks for it makes sure that it is not by 0. */
export const divided = (left: Scalar, right: Scalar): Scalar => ({ is: 'arithmetic', sign: '/', parts: [left, right] });

/** @example call('abs', number(-1)).of // 'abs' */
export const call = (of: Call, ...parts: readonly Scalar[]): Scalar => ({ is: 'call', of, parts });

/** The least or the greatest of some numbers, none of which is nothing. */
export const extremeOf = (of: 'least' | 'greatest', parts: readonly Scalar[]): Scalar =>
  parts.reduce((extreme, next) => call(of, extreme, next));
