import type { Finding } from '../proof-shape.js';
import { byId } from '../../by-id.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkToNumber } from './check.js';
import { wholeNumbers } from '../whole-values.js';
import { type Converted, toNumber, madeNumber } from './compute.js';
import { proveToNumber } from './prove.js';
import { readNumber } from '../../codebook/read-number.js';
import { knownTexts, type Texts } from '../texts.js';
import { type ToNumber, type Exception } from './shape.js';

/** Texts as they are held in memory, each different one once. */
function textsOf(cells: readonly (string | null)[]): Texts {
  const distinct = [...new Set(cells)].filter((text) => text !== null);
  const place = Int32Array.from(cells, (text) => (text === null ? 0 : distinct.indexOf(text) + 1));
  return knownTexts({ distinct, place });
}

describe('a number as people write it', () => {
  it.each([
    ['12.5', 12.5],
    [' 1,234.50 ', 1234.5],
    ['€ 12', 12],
    ['12 €', 12],
    ['45%', 45],
    ['-3', -3],
    ['−3', -3],
    ['$-3', -3],
    ["1'234'567", 1234567],
    ['1\u202f234', 1234],
    ['007', 7],
    ['.5', 0.5],
    ['1e3', 1000],
  ])('%s, with a point', (text, value) => {
    expect(readNumber(text, '.')).toBe(value);
  });

  it.each([
    ['12,5', 12.5],
    ['1.234,50 €', 1234.5],
    ['1 234', 1234],
    ['0,5', 0.5],
  ])('%s, with a comma', (text, value) => {
    expect(readNumber(text, ',')).toBe(value);
  });

  it.each([
    '',
    'two',
    '1,2',
    '1,23',
    '12,34,567',
    '1,234,56',
    '1.2.3',
    'ca. 30',
    '30+',
    '1 2',
    '10-12',
    '1 234,567',
    '--3',
    '€',
  ])('is not what “%s” spells', (text) => {
    expect(readNumber(text, '.')).toBeNull();
  });

  it('with a point before three digits is not told from thousands, where a comma is the sign', () => {
    expect(readNumber('1.234', ',')).toBe(1234);
    expect(readNumber('1.23', ',')).toBeNull();
  });

  it('is read as it is spelled by the machine', () => {
    fc.assert(
      fc.property(fc.double({ noNaN: true, noDefaultInfinity: true }), (value) => {
        expect(readNumber(String(value), '.')).toBe(value === 0 ? 0 : value);
      }),
    );
  });
});

const recipe = (...exceptions: Exception[]): ToNumber => ({
  kind: 'convert',
  to: 'number',
  source: 1,
  decimal: '.',
  exceptions,
});
const texts = ['3', '4.5', 'two', null, 'n/a', '999', 'two', '1,200'];
const missing = [{ code: '999', label: 'Refused', missing: 'refused' as const }];
const of = (wanted: ToNumber) => toNumber(wanted, textsOf(texts), missing, texts.length);
const findingOf = (proof: ReturnType<typeof proveToNumber>, id: Finding['id']) => byId(proof.findings, id);

describe('text to number', () => {
  it('leaves what is not decided on, and says so', () => {
    const result = of(recipe());
    expect([...result.groups.spread(result.values)]).toEqual([3, 4.5, NaN, NaN, NaN, 999, NaN, 1200]);
    expect([...result.groups.spread(result.wordOf)]).toEqual([0, 0, 1, 0, 2, 0, 1, 0]);
    expect(result.words).toEqual(['two', 'n/a']);
    const proof = proveToNumber(result);
    expect(proof.holds).toBe(false);
    expect(findingOf(proof, 'left-over')?.text).toBe('Not decided on: “two” (2), “n/a” (1). They become no answer.');
    expect(findingOf(proof, 'reconciled')?.holds).toBe(true);
  });

  it('makes of exceptions what is decided, and nothing of blanks', () => {
    const result = of(
      recipe({ text: 'two', is: 'number', number: 2 }, { text: 'n/a', is: 'missing', missing: 'not-asked' }),
    );
    expect([...result.groups.spread(result.values)]).toEqual([3, 4.5, 2, NaN, NaN, 999, 2, 1200]);
    const proof = proveToNumber(result);
    expect(proof.holds).toBe(true);
    expect(proof.columns).toEqual([
      { code: 'number', label: 'A number', missing: false, respondents: 5 },
      { code: 'refused', label: 'refused', missing: true, respondents: 1 },
      { code: 'not-asked', label: 'not asked', missing: true, respondents: 1 },
    ]);
    expect(findingOf(proof, 'reconciled')?.text).toBe('7 texts, 6 numbers, 2 of them by decision; 1 blank stay blank.');
    expect(madeNumber(result, missing).codes).toEqual([
      { code: '999', label: 'Refused', missing: 'refused' },
      { code: 'n/a', label: 'n/a', missing: 'not-asked' },
    ]);
  });

  it('reads a missing code as an answer only where that is decided', () => {
    const result = of(recipe({ text: '999', is: 'number', number: 999 }));
    expect(madeNumber(result, missing).codes).toEqual([]);
    expect(result.coded.size).toBe(0);
  });

  it('accounts for every respondent, whatever stands there', () => {
    const cell = fc.option(fc.constantFrom('1', '2.5', 'x', 'y', '999', '€ 4', 'z z'), { nil: null });
    const some = fc.subarray(['x', 'y', '1', '999']);
    fc.assert(
      fc.property(fc.array(cell), some, (cells, chosen) => {
        const exceptions = chosen.map((text, k): Exception =>
          k % 2 === 0 ? { text, is: 'number', number: k } : { text, is: 'missing', missing: 'other' },
        );
        const result = toNumber(recipe(...exceptions), textsOf(cells), missing, cells.length);
        // Texts that are too many to be held are read one by one, and come to the same.
        const read = { at: (k: number) => cells[k] ?? null, known: null };
        const alone = toNumber(recipe(...exceptions), read, missing, cells.length);
        const whole = ({ groups, ...made }: Converted) => ({
          ...made,
          ...wholeNumbers({ is: 'numbers', ...made, missing: [] }, groups),
        });
        expect(whole(alone)).toEqual(whole(result));
        const proof = proveToNumber(result);
        expect(findingOf(proof, 'reconciled')?.holds).toBe(true);
        const went = proof.columns.reduce((sum, { respondents }) => sum + respondents, 0);
        expect(went + result.blank).toBe(cells.length);
      }),
    );
  });

  it('does not keep words without end', () => {
    const result = toNumber(recipe(), textsOf(Array.from({ length: 1000 }, (_, k) => `word ${k}`)), [], 1000);
    expect(result.words).toHaveLength(256);
    expect(result.words.at(-1)).toBe('(other text)');
    expect(findingOf(proveToNumber(result), 'covered')?.holds).toBe(false);
  });

  it('is refused where a text is decided on twice', () => {
    const twice = recipe({ text: 'two', is: 'number', number: 2 }, { text: 'two', is: 'missing', missing: 'other' });
    expect(() => checkToNumber(twice)).toThrow('decided on twice');
    expect(() => checkToNumber(recipe({ text: 'two', is: 'number', number: NaN }))).toThrow('no number');
  });
});

describe('a text that only looks like a number', () => {
  const cells = ['10%', '12', '99%', '10', '99%', null, '99'];
  const recipe = (exceptions: Parameters<typeof toNumber>[0]['exceptions']) => ({
    kind: 'convert' as const,
    to: 'number' as const,
    source: 1,
    decimal: '.' as const,
    exceptions,
  });
  it('does not come back as an answer where it is declared missing', () => {
    const missing = [{ code: '99%', label: 'Refused', missing: 'refused' as const }];
    const result = toNumber(recipe([]), textsOf(cells), missing, cells.length);
    expect([...result.groups.spread(result.values)]).toEqual([10, 12, NaN, 10, NaN, NaN, 99]);
    expect(madeNumber(result, missing).codes).toEqual([{ code: '99%', label: 'Refused', missing: 'refused' }]);
    expect(result.words).toEqual(['99%']);
  });
  it('is a number again where the code is spelled as one, however it is written', () => {
    const missing = [{ code: '99', label: 'Refused', missing: 'refused' as const }];
    const result = toNumber(recipe([]), textsOf(['99', '99.0', '5']), missing, 3);
    expect(madeNumber(result, missing).codes).toEqual([{ code: '99', label: 'Refused', missing: 'refused' }]);
    expect(result.numbers).toBe(1);
  });
});
