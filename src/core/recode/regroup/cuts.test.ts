import { describe, expect, it } from 'vitest';
import { cutsOf } from './cuts.js';

const groups = (...from: string[][]) => from.map((codes) => ({ from: codes }));
const CODES = ['1', '2', '3', '4', '5'];

describe('where a regrouping cuts', () => {
  it('is after the last code of each group but the last', () => {
    expect(cutsOf(groups(['1', '2'], ['3'], ['4', '5']), CODES)).toEqual([1, 2]);
    expect(cutsOf(groups(['4', '5'], ['1', '2', '3']), CODES)).toEqual([2]);
    expect(cutsOf(groups(['2', '1'], ['5', '3', '4']), CODES)).toEqual([1]);
  });
  it('is nowhere where the order is not kept, a code is left out, or nothing is merged', () => {
    expect(cutsOf(groups(['1', '5'], ['2', '3', '4']), CODES)).toBeNull();
    expect(cutsOf(groups(['1', '2'], ['3']), CODES)).toBeNull();
    expect(cutsOf(groups(...CODES.map((code) => [code])), CODES)).toBeNull();
    expect(cutsOf(groups(CODES), CODES)).toBeNull();
  });
});
