import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { codesInText } from './codes-in-text.js';

const said = (text: string) => codesInText(text)?.map(({ code, label }) => `${code}>${label}`) ?? null;
const SEXES = ['1>Male', '2>Female', '9>Refused'];

describe('codes in one cell', () => {
  it.each([
    ['1=Male, 2=Female, 9=Refused'],
    ['1 = Male; 2 = Female; 9 = Refused'],
    ['1=Male|2=Female|9=Refused'],
    ['1 "Male" 2 "Female" 9 "Refused"'],
    ['1 "Male", 2 "Female", 9 "Refused"'],
    ['1="Male" 2="Female" 9="Refused"'],
    ['1 “Male” 2 “Female” 9 “Refused”'],
    ['1 Male\n2 Female\n9 Refused'],
    ['1=Male\r\n2=Female\r\n9=Refused'],
    ['1: Male\n2: Female\n9: Refused'],
    ['1: Male, 2: Female, 9: Refused'],
    ['1. Male\n2. Female\n9. Refused'],
    ['1. Male 2. Female 9. Refused'],
    ['1) Male 2) Female 9) Refused'],
    ['(1) Male (2) Female (9) Refused'],
    ['1 - Male, 2 - Female, 9 - Refused'],
    ['1 – Male\n2 – Female\n9 – Refused'],
    ['1 Male, 2 Female, 9 Refused'],
    ['1, Male | 2, Female | 9, Refused'],
    ['Male=1, Female=2, Refused=9'],
    ['{1=Male, 2=Female, 9=Refused}'],
    ['1=Male,2=Female,9=Refused,'],
    ['{1, Male}, {2, Female}, {9, Refused}'],
    ['1 – Male / 2 – Female / 9 – Refused'],
    ['1 = Male / 2 = Female / 9 = Refused'],
  ])('%j', (text) => {
    expect(said(text)).toEqual(SEXES);
  });

  it('keep commas, colons, dashes and slashes in their labels', () => {
    expect(said('1=Yes/no, 2=Own or rent / share')).toEqual(['1>Yes/no', '2>Own or rent / share']);
    expect(said('1=Yes, always, 2=No: never - ever, -9=Not asked')).toEqual([
      '1>Yes, always',
      '2>No: never - ever',
      '-9>Not asked',
    ]);
    expect(said('M=Male; F=Female')).toEqual(['M>Male', 'F>Female']);
    expect(said('1 "Yes, always" 2 "No"')).toEqual(['1>Yes, always', '2>No']);
    expect(said('0=None, 1.5=One and a half')).toEqual(['0>None', '1.5>One and a half']);
    expect(said('1=16 - 24, 2=25 - 34')).toEqual(['1>16 - 24', '2>25 - 34']);
    expect(said('1. 16 to 24\n2. 25 to 34')).toEqual(['1>16 to 24', '2>25 to 34']);
  });

  it.each(['1 to 5', '1-5', '0–100', 'numeric', 'open text', 'Years since joining', 'YYYY-MM-DD', '', '1, 2, 3'])(
    'are not in %j',
    (text) => {
      expect(said(text)).toBeNull();
    },
  );

  it('are looked for in a long hostile cell, and the looking ends', () => {
    for (const text of ['1=', '1 ', ' ', '(1', '{1,', '1:', '"', '1 "a', 'a, ', '/ '].map((part) =>
      part.repeat(20_000 / part.length),
    ))
      codesInText(text);
    expect(said(`1=${'x'.repeat(30_000)}`)).toBeNull();
  });

  it('come back from the way most codebooks write them', () => {
    const label = fc
      .stringMatching(/^[A-Za-zÀ-ÿ]([A-Za-zÀ-ÿ ]{0,18}[A-Za-zÀ-ÿ])?$/)
      .map((words) => words.replace(/ +/g, ' '));
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: -99, max: 999 }), { minLength: 2, maxLength: 9 }),
        fc.array(label, { minLength: 9, maxLength: 9 }),
        (codes, labels) => {
          const wanted = codes.map((code, k) => `${code}>${labels[k]!.trim()}`);
          expect(said(codes.map((code, k) => `${code}=${labels[k]!}`).join(', '))).toEqual(wanted);
          expect(said(codes.map((code, k) => `${code} = ${labels[k]!}`).join('\n'))).toEqual(wanted);
          expect(said(codes.map((code, k) => `${code} "${labels[k]!}"`).join(' '))).toEqual(wanted);
        },
      ),
    );
  });
});
