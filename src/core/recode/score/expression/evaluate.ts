import type { Expression, FunctionName, Operation } from './parse.js';

/** Why an expression has no value for a respondent. */
export const NO_VALUE = { operand: 1, zero: 2, domain: 3 } as const;

/** Computes an expression for one respondent of a block; NaN: no value, and `why` tells. */
export type Evaluator = (row: number) => number;

/**
 * Makes a function of an expression. What a condition does not choose is not computed, so that it cannot fail.
 * @param columns the block of each name; NaN is no answer
 * @param why written where a value is missing for a reason of its own: division by zero, a root of a negative
 */
export function evaluator(
  expression: Expression,
  columns: ReadonlyMap<string, Float64Array>,
  why: Uint8Array,
): Evaluator {
  switch (expression.is) {
    case 'number': {
      const { value } = expression;
      return () => value;
    }
    case 'name': {
      const column = columns.get(expression.name);
      if (!column) throw new Error(`an expression without a column for ${expression.name}`);
      return (row) => column[row]!;
    }
    case 'negative': {
      const of = evaluator(expression.of, columns, why);
      return (row) => -of(row);
    }
    case 'not': {
      const of = evaluator(expression.of, columns, why);
      return (row) => {
        const value = of(row);
        return Number.isNaN(value) ? NaN : value === 0 ? 1 : 0;
      };
    }
    case 'operation':
      return operated(
        expression.operation,
        evaluator(expression.left, columns, why),
        evaluator(expression.right, columns, why),
        why,
      );
    case 'call':
      return called(
        expression.of,
        expression.parts.map((part) => evaluator(part, columns, why)),
        why,
      );
  }
}

/** A value, or the reason why arithmetic has none for numbers that are there. */
function checked(value: number, row: number, why: Uint8Array): number {
  if (Number.isFinite(value)) return value;
  why[row] = NO_VALUE.domain;
  return NaN;
}

type Comparison = Extract<Operation, '=' | '<>' | '<' | '<=' | '>' | '>='>;

const COMPARE: Record<Comparison, (a: number, b: number) => boolean> = {
  '=': (a, b) => a === b,
  '<>': (a, b) => a !== b,
  '<': (a, b) => a < b,
  '<=': (a, b) => a <= b,
  '>': (a, b) => a > b,
  '>=': (a, b) => a >= b,
};

const isComparison = (operation: Operation): operation is Comparison => Object.hasOwn(COMPARE, operation);

function operated(operation: Operation, left: Evaluator, right: Evaluator, why: Uint8Array): Evaluator {
  if (isComparison(operation)) {
    const compare = COMPARE[operation];
    return (row) => {
      const [a, b] = [left(row), right(row)];
      return Number.isNaN(a) || Number.isNaN(b) ? NaN : compare(a, b) ? 1 : 0;
    };
  }
  switch (operation) {
    case '+':
      return (row) => left(row) + right(row);
    case '-':
      return (row) => left(row) - right(row);
    case '*':
      return (row) => left(row) * right(row);
    case '/':
      return (row) => {
        const a = left(row);
        const b = right(row);
        if (b !== 0 || Number.isNaN(a)) return a / b;
        why[row] = NO_VALUE.zero;
        return NaN;
      };
    case '^':
      return (row) => {
        const a = left(row);
        const b = right(row);
        return Number.isNaN(a) || Number.isNaN(b) ? NaN : checked(a ** b, row, why);
      };
    case 'and':
      // Where one side is false the result is false; the other side does not matter.
      return (row) => {
        const a = left(row);
        if (a === 0) return 0;
        const b = right(row);
        return b === 0 ? 0 : Number.isNaN(a) || Number.isNaN(b) ? NaN : 1;
      };
    case 'or':
      return (row) => {
        const a = left(row);
        if (a !== 0 && !Number.isNaN(a)) return 1;
        const b = right(row);
        return b !== 0 && !Number.isNaN(b) ? 1 : Number.isNaN(a) || Number.isNaN(b) ? NaN : 0;
      };
  }
}

function called(of: FunctionName, parts: readonly Evaluator[], why: Uint8Array): Evaluator {
  const [first, two, three] = parts as [Evaluator, Evaluator, Evaluator];
  /** Takes together what is answered; NaN where nothing is. */
  const over =
    (
      start: number,
      step: (sum: number, value: number) => number,
      end: (sum: number, respondents: number) => number,
    ): Evaluator =>
    (row) => {
      let sum = start;
      let count = 0;
      for (const part of parts) {
        const value = part(row);
        if (Number.isNaN(value)) continue;
        sum = step(sum, value);
        count++;
      }
      return end(sum, count);
    };
  const some = (value: number, count: number) => (count === 0 ? NaN : value);
  const plain =
    (compute: (value: number) => number): Evaluator =>
    (row) => {
      const value = first(row);
      return Number.isNaN(value) ? NaN : checked(compute(value), row, why);
    };
  switch (of) {
    case 'mean':
      return over(
        0,
        (sum, value) => sum + value,
        (sum, count) => sum / count,
      );
    case 'sum':
      return over(0, (sum, value) => sum + value, some);
    case 'min':
      return over(Infinity, Math.min, some);
    case 'max':
      return over(-Infinity, Math.max, some);
    case 'answered':
      return over(
        0,
        (sum) => sum,
        (_, count) => count,
      );
    case 'first':
      return (row) => {
        for (const part of parts) {
          const value = part(row);
          if (!Number.isNaN(value)) return value;
        }
        return NaN;
      };
    case 'if':
      return (row) => {
        const condition = first(row);
        return Number.isNaN(condition) ? NaN : condition !== 0 ? two(row) : three(row);
      };
    case 'round':
      return parts.length === 1
        ? plain(Math.round)
        : (row) => {
            const value = first(row);
            const places = two(row);
            if (Number.isNaN(value) || Number.isNaN(places)) return NaN;
            const unit = 10 ** Math.round(places);
            return checked(Math.round(value * unit) / unit, row, why);
          };
    case 'abs':
      return plain(Math.abs);
    case 'sqrt':
      return plain(Math.sqrt);
    case 'ln':
      return plain(Math.log);
    case 'exp':
      return plain(Math.exp);
  }
}
