import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ClauseOf } from './clause.js';
import type { Column } from './column.js';
import { filter } from './filter.js';
import type { FilterCondition } from './verdicts.js';
import type { ConditionRule } from './rule-shape.js';

const SITE: Column = { kind: 'coded', values: Uint8Array.of(1, 2, 3, 0, 1), codes: ['a', 'b', '9'] };
const AGE: Column = { kind: 'number', values: Float64Array.of(17, 18, 64, NaN, 65), words: [] };
const CROPS: Column = {
  kind: 'sets',
  words: Uint32Array.of(0b01, 0b11, 0, 0, 0b10),
  width: 1,
  state: Uint8Array.of(1, 1, 3, 0, 1),
  options: ['beans', 'kale'],
};

const condition = (column: Column, rule: ConditionRule, missing: string[] = []): FilterCondition => ({
  column,
  name: 'x',
  rule,
  missing,
});
const is = (...codes: string[]) => condition(SITE, { is: 'any-of', codes }, ['9']);
const kept = (...clauses: ClauseOf<FilterCondition>[]) => [...(filter(clauses, 5).mask ?? [])].join('');

describe('who a filter keeps', () => {
  it('is everybody where nothing is asked', () => {
    expect(filter([], 5)).toEqual({ mask: null, tallies: [] });
  });

  it.each([
    ['any of some codes', is('a'), '10001'],
    ['none of them: who has no answer is not kept', condition(SITE, { is: 'none-of', codes: ['a'] }, ['9']), '01000'],
    ['a number between two, both in', condition(AGE, { is: 'between', from: 18, to: 64 }), '01100'],
    ['a number from one on', condition(AGE, { is: 'between', from: 64, to: null }), '00101'],
    ['a mention', condition(CROPS, { is: 'any-of', codes: ['kale'] }), '01001'],
    ['at least two mentions', condition(CROPS, { is: 'at-least', least: 2, codes: [] }), '01000'],
  ])('%s', (_, asked, mask) => {
    expect(kept(asked)).toBe(mask);
  });

  it('is who fits all clauses; each who does not is told once, under the first', () => {
    const young = condition(AGE, { is: 'between', from: null, to: 18 });
    const { mask, tallies } = filter([is('a'), young], 5);
    expect([...(mask ?? [])].join('')).toBe('10000');
    const left = tallies.map((tally) =>
      Object.values(tally).reduce((sum: number, n) => sum + (typeof n === 'number' ? n : 0), 0),
    );
    expect(left).toEqual([3, 1]);
  });
});

describe('not, and, or', () => {
  const clause = fc.letrec<{ clause: ClauseOf<FilterCondition>; leaf: FilterCondition }>((tie) => ({
    leaf: fc.constantFrom(is('a'), is('b'), is('a', 'b'), condition(AGE, { is: 'between', from: 18, to: null })),
    clause: fc.oneof(
      { maxDepth: 3 },
      tie('leaf'),
      fc.record({ not: tie('clause') }),
      fc.record({ and: fc.array(tie('clause'), { minLength: 1, maxLength: 3 }) }),
      fc.record({ or: fc.array(tie('clause'), { minLength: 1, maxLength: 3 }) }),
    ),
  })).clause;

  it('keep the laws of De Morgan', () => {
    fc.assert(
      fc.property(clause, clause, (a, b) => {
        expect(kept({ not: { and: [a, b] } })).toBe(kept({ or: [{ not: a }, { not: b }] }));
        expect(kept({ not: { or: [a, b] } })).toBe(kept({ and: [{ not: a }, { not: b }] }));
        expect(kept({ not: { not: a } })).toBe(kept(a));
      }),
    );
  });

  it('keep nobody of whom it is not known', () => {
    fc.assert(
      fc.property(clause, (a) => {
        const [inside, outside] = [filter([a], 5).mask, filter([{ not: a }], 5).mask];
        expect(inside?.some((isIn, k) => isIn === 1 && outside?.[k] === 1)).toBe(false);
        expect(kept({ and: [a, { not: a }] })).toBe('00000');
      }),
    );
  });
});
