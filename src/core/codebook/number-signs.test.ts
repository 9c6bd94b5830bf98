import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseNumber } from './number.js';
import { columnSign, fileNumber, fileSigns, noSigns, type NumberSigns, takeSigns } from './number-signs.js';

function signs(...cells: string[]): NumberSigns {
  const column = noSigns();
  for (const cell of cells) takeSigns(column, cell, 1);
  return column;
}

describe('the number in a cell of a file', () => {
  it.each([
    ['25.245', ',', 25245],
    ['25.245', '.', 25.245],
    ['0,8177', ',', 0.8177],
    ['0,8177', '.', null],
    ['0.817', ',', null],
    ['19,842', '.', 19842],
    ['-1.204.500,5', ',', -1204500.5],
    ['1 204', '.', 1204],
    ["1'204.5", '.', 1204.5],
    ['1.5', ',', null],
    ['12,34', '.', null],
    ['007', ',', null],
    ['1.000', 'plain', 1],
    ['1,000', 'plain', null],
    ['€ 5', '.', null],
    ['9.007.199.254.740.993', ',', null],
    ['12.03.2024', ',', null],
  ] as const)('%j with %j is %j', (text, reading, number) => {
    expect(fileNumber(text, reading)).toBe(number);
  });

  it('is looked for in no long text, however it is made', () => {
    for (const part of ['1', ' ', '1 ', '€', '1,', '.']) expect(fileNumber(part.repeat(200_000), '.', true)).toBeNull();
  });

  it('may have a currency or a percent sign where it is asked for', () => {
    expect(fileNumber('€ 1.204', ',', true)).toBe(1204);
    expect(fileNumber('12%', '.', true)).toBe(12);
  });

  it('is the same as a plain number wherever a point is the decimal sign', () => {
    fc.assert(
      fc.property(fc.double({ noNaN: true, noDefaultInfinity: true }), (value) => {
        expect(fileNumber(String(value), '.')).toBe(parseNumber(String(value)));
      }),
    );
  });

  it('comes back from the way that an office writes it, in either style', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e9, max: 1e9 }), fc.integer({ min: 0, max: 9999 }), (integer, part) => {
        const value = Number(`${integer}.${part}5`);
        const english = value.toLocaleString('en', { maximumFractionDigits: 8 });
        const german = value.toLocaleString('de', { maximumFractionDigits: 8 });
        expect(fileNumber(english, '.')).toBe(value);
        expect(fileNumber(german, ',')).toBe(value);
      }),
    );
  });
});

describe('what a column shows', () => {
  it.each([
    [['25.245', '18.300'], null],
    [['25.245', '1.204.500'], ','],
    [['25.245', '0.5'], '.'],
    [['0,8177', '1,25'], ','],
    [['19,842', '1,204,500'], '.'],
    [['1,204.50'], '.'],
    [['1.204,50'], ','],
    [['1.5', '1,55555'], null],
    [['2,5,7', '1,55555'], null],
    [['3', '4'], null],
  ])('%j: %j', (cells, sign) => {
    expect(columnSign(signs(...cells), true)).toBe(sign);
  });

  it('does not take "1,5" for a number where commas divide cells, or lists of codes stand in the file', () => {
    const pairs = signs('1,5', '2,7');
    expect(fileSigns([pairs], false).decimal).toBe(',');
    expect(fileSigns([pairs], true).decimal).toBeNull();
    expect(fileSigns([pairs, signs('1,2,3')], false).decimal).toBeNull();
  });

  it('is shown by a cell that is a number, one that can be read both ways before others', () => {
    expect(signs('€ 0.100,50', '€ 5,50', '1.204').example).toBe('1.204');
    expect(signs('€ 0.100,50', '€ 5,50').example).toBe('€ 5,50');
    expect(signs('0.100,50').example).toBeNull();
  });

  it('decides for the file by every column, and not where columns disagree', () => {
    expect(fileSigns([signs('25.245'), signs('0,8177')], false).decimal).toBe(',');
    expect(fileSigns([signs('25.245'), signs('0,8177'), signs('1.5')], false).decimal).toBeNull();
  });
});
