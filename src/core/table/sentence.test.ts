import { describe, expect, it } from 'vitest';
import {
  blocksOf,
  conditionsOf,
  type Sentence,
  sentenceOf,
  sentenceOfBlock,
  variablesOf,
  withVariables,
} from './sentence.js';

const any = (variable: number) => ({ variable, is: 'any-of' as const, codes: ['1'] });

const WHOLE: Sentence = {
  rows: [{ variable: 1, mention: 'first' }, { variable: 2 }],
  by: [[3], [4, 5]],
  within: 6,
  weight: 7,
  only: [any(8), { or: [any(9), { not: any(8) }] }],
};

describe('a sentence', () => {
  it('is blocks, row items by nests, each with who is counted', () => {
    const blocks = blocksOf(WHOLE);
    expect(blocks.map(({ row, nest }) => [row.variable, nest])).toEqual([
      [1, [3]],
      [1, [4, 5]],
      [2, [3]],
      [2, [4, 5]],
    ]);
    expect(blocks.every(({ within, weight, only }) => within === 6 && weight === 7 && only === WHOLE.only)).toBe(true);
  });

  it('without groups is a block for each row item', () => {
    expect(blocksOf({ ...WHOLE, by: [] }).map(({ nest }) => nest)).toEqual([[], []]);
  });

  it('of a block is one row item by one nest', () => {
    const [first] = blocksOf(WHOLE);
    expect(sentenceOfBlock(first!)).toEqual({ ...WHOLE, rows: [WHOLE.rows[0]], by: [[3]] });
    const [alone] = blocksOf(sentenceOf(4));
    expect(sentenceOfBlock(alone!)).toEqual(sentenceOf(4));
  });

  it('names its variables, and its conditions in the order in which they are said', () => {
    expect(variablesOf(WHOLE)).toEqual([1, 2, 3, 4, 5, 6, 8, 9, 8, 7]);
    expect(conditionsOf(WHOLE.only).map(({ variable }) => variable)).toEqual([8, 9, 8]);
    expect(variablesOf(sentenceOf(4))).toEqual([4]);
  });

  it('can be asked of other variables, with all else as it is', () => {
    const other = withVariables(WHOLE, (id) => id + 100);
    expect(variablesOf(other)).toEqual(variablesOf(WHOLE).map((id) => id + 100));
    expect(withVariables(other, (id) => id - 100)).toEqual(WHOLE);
    expect(withVariables(sentenceOf(4), (id) => id)).toEqual(sentenceOf(4));
  });
});
