import { describe, expect, it } from 'vitest';
import { factsAmong, outlierCodes } from './facts.js';

/** Codes with respondents, fewer and fewer. */
const among = (...codes: (number | string)[]) =>
  outlierCodes(factsAmong(codes.map((code, k) => ({ code: String(code), respondents: 100 - k })))).map(({ code }) =>
    Number(code),
  );
const range = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, k) => from + k);

describe('codes that look like no answer', () => {
  it.each([
    ['8 and 9 beyond a scale of five', [...range(1, 5), 8, 9], [8, 9]],
    ['9 beyond a scale of five', [...range(1, 5), 9], [9]],
    ['7, 8 and 9 beyond it', [...range(1, 5), 7, 8, 9], [7, 8, 9]],
    ['8 alone', [...range(1, 5), 8], [8]],
    ['98 and 99 beyond a scale of five', [...range(1, 5), 98, 99], [98, 99]],
    ['98 and 99 beyond a scale of eleven', [...range(0, 10), 98, 99], [98, 99]],
    ['8 and 9 beyond yes and no', [1, 2, 8, 9], [8, 9]],
    ['9 beyond a flag', [0, 1, 9], [9]],
    ['9 beyond a scale in which 7 is an answer', [...range(1, 4), 7, 9], [9]],
    ['9 beyond a scale of seven', [...range(1, 7), 9], [9]],
    ['999 beyond amounts', [...range(0, 60), 999], [999]],
    ['-9 below a scale', [-9, ...range(1, 5)], [-9]],
    ['-1 below amounts', [-1, ...range(1, 60)], [-1]],
  ])('%s', (_, codes, outliers) => {
    expect(among(...codes)).toEqual(outliers);
  });

  it.each([
    ['a scale of nine', range(1, 9)],
    ['a scale of ten', range(0, 10)],
    ['a scale of seven, then eight', range(1, 8)],
    ['a count that ends with a 7', [0, 1, 2, 3, 4, 5, 7]],
    ['ages', range(16, 99)],
    ['temperatures', [-30, -20, -9, -8, 0, 10]],
    ['one value and a 9', [1, 9]],
  ])('are not among %s', (_, codes) => {
    expect(among(...codes)).toEqual([]);
  });
});
