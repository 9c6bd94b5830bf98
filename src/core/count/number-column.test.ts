import { describe, expect, it } from 'vitest';
import { type Column, lowBits } from './column.js';
import { NUMBER, numberColumn } from './number-column.js';

/** Numbers with words among them, as they are kept: which word is told in the bits of a NaN. */
function withWords(values: readonly (number | string | null)[], words: readonly string[]): Column {
  const numbers = Float64Array.from(values, (value) => (typeof value === 'number' ? value : NaN));
  const low = lowBits(numbers);
  values.forEach((value, k) => {
    if (typeof value !== 'number') low[2 * k] = value === null ? 0 : words.indexOf(value) + 1;
  });
  return { kind: 'number', values: numbers, words };
}

const ages = ['41', '17', '99', 'n/a'];
const coded: Column = { kind: 'coded', values: Uint8Array.of(2, 1, 0, 3, 4, 1), codes: ages };
const numbers = withWords([17, 41, null, 99, 'n/a', 41], ['n/a']);

describe('a column of numbers', () => {
  it.each([
    ['codes', coded],
    ['numbers', numbers],
  ])('out of %s has each number once, and tells why others have none', (_, column) => {
    const { distinct, place, answered } = numberColumn(column, 'Age', ['99']);
    expect(Array.from(place, (at) => (at === -1 ? null : distinct[at]))).toEqual([17, 41, null, null, null, 41]);
    expect(Array.from(answered.values, (at) => (at === 0 ? 'blank' : answered.codes[at - 1]))).toEqual([
      ...[NUMBER, NUMBER, 'blank', '99', 'n/a', NUMBER],
    ]);
    expect(Array.from(distinct)).toEqual([...distinct].sort((a, b) => a - b));
  });

  it('has all of them where no number stands for no answer', () => {
    expect(Array.from(numberColumn(numbers, 'Age', []).place)).toEqual([0, 1, -1, 2, -1, 1]);
    // The places are kept for the next table, and none of them was changed by the one before.
    expect(Array.from(numberColumn(numbers, 'Age', ['17', '5']).place)).toEqual([-1, 1, -1, 2, -1, 1]);
    expect(Array.from(numberColumn(numbers, 'Age', []).place)).toEqual([0, 1, -1, 2, -1, 1]);
  });

  it('has one nought, however it is signed', () => {
    const { distinct, place } = numberColumn(withWords([0, -0, 3], []), 'Balance', []);
    expect(Array.from(distinct)).toEqual([0, 3]);
    expect(Array.from(place)).toEqual([0, 0, 1]);
  });

  it('is no text', () => {
    expect(() => numberColumn({ kind: 'text', values: ['a'] }, 'Remarks', [])).toThrow('Remarks holds no numbers.');
  });
});
