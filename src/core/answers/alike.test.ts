import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { alike } from './alike.js';

const groupsOf = (texts: readonly string[]) => alike(texts).map((group) => group.map((k) => texts[k]));

describe('answers that are alike', () => {
  it('differ in capitals, signs, accents and spaces', () => {
    expect(groupsOf(['Crème brûlée!', 'creme  brulee', 'CREME BRULEE', 'Rats'])).toEqual([
      ['Crème brûlée!', 'creme  brulee', 'CREME BRULEE'],
      ['Rats'],
    ]);
  });

  it.each([
    ['a letter missing', 'no wter'],
    ['a letter too much', 'no watter'],
    ['another letter', 'no wazer'],
    ['two that changed places', 'no wtaer'],
    ['a space missing', 'nowater'],
  ])('or in one slip of the finger: %s', (_, slip) => {
    expect(groupsOf(['No water', slip])).toEqual([['No water', slip]]);
  });

  it('are not alike where two letters differ, where they are short, and where a number is another', () => {
    const different = ['no water', 'so waters', 'rat', 'cat', 'plot 12', 'plot 13', '', ':-)', ':-('];
    expect(groupsOf(different)).toEqual(different.map((text) => [text]));
    // One letter taken out at one end and one put in at the other.
    expect(groupsOf(['abcdef', 'bcdefg'])).toHaveLength(2);
  });

  it('can be in any script', () => {
    expect(groupsOf(['Нет воды', 'нет воды!', 'Крысы в сарае', '水がない', '水がない。'])).toEqual([
      ['Нет воды', 'нет воды!'],
      ['Крысы в сарае'],
      ['水がない', '水がない。'],
    ]);
  });

  it('are those that a look at each two of them finds', () => {
    const isNear = (a: string, b: string): boolean => {
      const without = (text: string) => Array.from(text).map((_, at) => text.slice(0, at) + text.slice(at + 1));
      const turned = Array.from(a)
        .slice(1)
        .map((letter, at) => a.slice(0, at) + letter + a[at]! + a.slice(at + 2));
      if (a.length !== b.length) return without(a).includes(b) || without(b).includes(a);
      const differing = Array.from(a).filter((letter, at) => letter !== b[at]).length;
      return differing <= 1 || turned.includes(b);
    };
    const letters = fc.string({ unit: fc.constantFrom('a', 'b'), minLength: 5, maxLength: 8 });
    fc.assert(
      fc.property(fc.uniqueArray(letters, { maxLength: 12 }), (texts) => {
        const groups = alike(texts);
        const groupOf = (k: number) => groups.findIndex((group) => group.includes(k));
        const reached = texts.map((_, k) => new Set([k]));
        // As far as one gets from a text over texts that are near each other.
        for (const set of reached)
          for (const k of set) texts.forEach((text, other) => isNear(texts[k]!, text) && set.add(other));
        texts.forEach((_, k) =>
          texts.forEach((__, other) => expect(groupOf(k) === groupOf(other)).toBe(reached[k]!.has(other))),
        );
      }),
    );
  });

  it('are grouped so that each stands in one group, whatever they are', () => {
    fc.assert(
      fc.property(
        fc.array(fc.string({ unit: fc.constantFrom('a', 'b', ' ', '1', 'é', '!'), maxLength: 9 })),
        (texts) => {
          const groups = alike(texts);
          expect(groups.flat().sort((a, b) => a - b)).toEqual(texts.map((_, k) => k));
          for (const group of groups) expect([...group].sort((a, b) => a - b)).toEqual(group);
        },
      ),
    );
  });
});
