import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { moveCode, orderCodes } from './code-order.js';
import type { Code } from './types.js';

const code = (name: string, missing: Code['missing'] = null): Code => ({ code: name, label: `label ${name}`, missing });
const codes = [code('10'), code('99', 'refused'), code('2'), code('b'), code('1')];
const names = (list: readonly Code[]) => list.map((item) => item.code).join(' ');

describe('codes in order', () => {
  it('by value, numbers before words', () => {
    expect(names(orderCodes(codes, { is: 'value' }))).toBe('1 2 10 b 99');
  });

  it('the other way round, what is no answer staying last', () => {
    expect(names(orderCodes(codes, { is: 'reversed' }))).toBe('1 b 2 10 99');
  });

  it('by frequency downwards, ties as they stood', () => {
    const respondents = new Map([
      ['2', 40],
      ['b', 40],
      ['1', 90],
      ['99', 500],
    ]);
    expect(names(orderCodes(codes, { is: 'frequency', respondents }))).toBe('1 2 b 10 99');
  });

  it('by the average of another variable downwards, who has none behind', () => {
    const means = new Map([
      ['10', -3],
      ['2', 7.5],
      ['1', 0],
    ]);
    expect(names(orderCodes(codes, { is: 'average', means }))).toBe('2 1 10 b 99');
  });

  it('loses none and doubles none', () => {
    const list = fc.uniqueArray(
      fc.record({ code: fc.string(), label: fc.string(), missing: fc.constantFrom(null, 'other' as const) }),
      { selector: (own) => own.code },
    );
    const of = fc.constantFrom('value' as const, 'reversed' as const);
    fc.assert(
      fc.property(list, of, (some, is) => {
        const ordered = orderCodes(some, { is });
        expect([...ordered].sort((a, b) => (a.code < b.code ? -1 : 1))).toEqual(
          [...some].sort((a, b) => (a.code < b.code ? -1 : 1)),
        );
        expect(orderCodes(orderCodes(ordered, { is: 'reversed' }), { is: 'reversed' })).toEqual(ordered);
      }),
    );
  });

  it('by hand', () => {
    expect(names(moveCode(codes, 4, 0))).toBe('1 10 99 2 b');
    expect(names(moveCode(codes, 0, 2))).toBe('99 2 10 b 1');
    expect(names(moveCode(codes, 0, 9))).toBe(names(codes));
  });
});
