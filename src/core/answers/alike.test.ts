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
