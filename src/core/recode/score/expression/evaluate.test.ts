import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evaluator, NO_VALUE } from './evaluate.js';
import { nearestNames } from './nearest.js';
import { namesOf, parseExpression, renamed } from './parse.js';

/** The value of an expression for one respondent, and why there is none. */
function value(text: string, answers: Record<string, number> = {}): { value: number; why: number } {
  const why = new Uint8Array(1);
  const columns = new Map(Object.entries(answers).map(([name, answer]) => [name, Float64Array.of(answer)]));
  return { value: evaluator(parseExpression(text), columns, why)(0), why: why[0]! };
}

const of = (text: string, answers: Record<string, number> = {}) => value(text, answers).value;

describe('an expression', () => {
  it.each([
    ['1 + 2 * 3', 7],
    ['(1 + 2) * 3', 9],
    ['2 ^ 3 ^ 2', 512],
    ['-2 ^ 2', -4],
    ['2 ^ -1', 0.5],
    ['10 - 4 - 3', 3],
    ['12 / 3 / 2', 2],
    ['1.5e2 × 2 ÷ 3 − 1', 99],
    ['1 < 2 and not 2 < 1', 1],
    ['1 > 2 or 3 ≠ 3', 0],
    ['not 1 = 2 and 1 = 1', 1],
    ['if(2 >= 2, 10, 20)', 10],
    ['round(2.345, 2)', 2.35],
    ['max(3, 9, 4) - min(3, 9, 4)', 6],
    ['abs(-3) + sqrt(16) + ln(exp(2))', 9],
  ])('%s is %d', (text, expected) => {
    expect(of(text)).toBeCloseTo(expected, 12);
  });

  it('has no value where an operand has none, but for what is taken over the answered', () => {
    const answers = { a: 4, b: NaN };
    expect(of('a + b', answers)).toBeNaN();
    expect(of('mean(a, b)', answers)).toBe(4);
    expect(of('answered(a, b)', answers)).toBe(1);
    expect(of('first(b, a)', answers)).toBe(4);
    expect(of('mean(b)', answers)).toBeNaN();
    // What one side settles, the other cannot unsettle.
    expect(of('a > 9 and b > 1', answers)).toBe(0);
    expect(of('a > 1 or b > 1', answers)).toBe(1);
    expect(of('a > 1 and b > 1', answers)).toBeNaN();
  });

  it('tells a division by zero from a missing operand, and does not compute what is not chosen', () => {
    expect(value('a / b', { a: 1, b: 0 })).toEqual({ value: NaN, why: NO_VALUE.zero });
    expect(value('a / b', { a: NaN, b: 0 })).toEqual({ value: NaN, why: 0 });
    expect(value('if(b = 0, 0, a / b)', { a: 1, b: 0 })).toEqual({ value: 0, why: 0 });
    expect(value('sqrt(a)', { a: -1 })).toEqual({ value: NaN, why: NO_VALUE.domain });
    expect(value('ln(a)', { a: 0 })).toEqual({ value: NaN, why: NO_VALUE.domain });
  });

  it.each([
    ['', 'There is no expression yet.'],
    ['1 +', 'The expression ends at character 4, where a number or a name is expected.'],
    ['(1 + 2', 'The expression ends at character 7, where a closing parenthesis is expected.'],
    ['1 2', '“2” stands at character 3, where an operation is expected.'],
    ['a # b', '“#” at character 3 has no meaning here.'],
    ['"a', 'A name begins with a quotation mark that is never closed.'],
    ['men(a, b)', 'There is no function men.'],
    ['if(a, b)', 'if is given 2 parts and takes 3.'],
    [`${'('.repeat(200)}1`, 'The expression is nested too deep.'],
  ])('%j is refused with the place and the mend', (text, message) => {
    expect(() => parseExpression(text)).toThrow(message);
  });

  it('offers the function that is meant', () => {
    try {
      parseExpression('men(a, b)');
    } catch (error) {
      expect(error).toMatchObject({ mend: expect.stringContaining('min') as string, place: { column: 1 } });
    }
    expect(nearestNames('agee', ['age', 'stage', 'income', 'Age2'])).toEqual(['age', 'Age2']);
    expect(nearestNames('mod', ['mood', 'mood', 'site'])).toEqual(['mood']);
    expect(nearestNames('xyz', ['age', 'income'])).toEqual([]);
  });

  it('knows its names, quoted or bare, and takes others in their place', () => {
    const text = 'mean(q1, "plot size") / q1 and not q2';
    expect([...namesOf(parseExpression(text)).keys()]).toEqual(['q1', 'plot size', 'q2']);
    expect(renamed(text, (name) => (name === 'q1' ? 'first item' : name === 'plot size' ? 'plot' : name))).toBe(
      'mean("first item", plot) / "first item" and not q2',
    );
  });

  it('computes what plain arithmetic does', () => {
    const tree: fc.Arbitrary<string> = fc.letrec<{ node: string }>((tie) => ({
      node: fc.oneof(
        { depthSize: 'small', withCrossShrink: true },
        fc.integer({ min: 1, max: 9 }).map(String),
        fc.tuple(tie('node'), fc.constantFrom('+', '-', '*'), tie('node')).map(([a, sign, b]) => `(${a} ${sign} ${b})`),
      ),
    })).node;
    fc.assert(
      fc.property(tree, (text) => {
        // eslint-disable-next-line @typescript-eslint/no-implied-eval -- digits, signs and parentheses only
        const plain = (new Function(`return ${text}`) as () => number)();
        expect(of(text)).toBe(plain);
        expect(of(text.slice(text.startsWith('(') ? 1 : 0, text.endsWith(')') ? -1 : undefined))).toBe(plain);
      }),
    );
  });
});

describe('comparisons in a row', () => {
  it('are refused with the way to write them, for they would be true for all', () => {
    for (const text of ['1 < a < 3', 'a = b = c', '1 < a + 1 <= 3'])
      expect(() => parseExpression(text), text).toThrow('Two comparisons stand in a row');
    for (const text of ['1 < a and a < 3', '(a < 1) = (b < 2)'])
      expect(() => parseExpression(text), text).not.toThrow();
  });
});
