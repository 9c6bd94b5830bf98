import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Code } from '../../codebook/types.js';
import { checkToCategories } from './check.js';
import { proveToCategories } from './prove.js';
import { toCategories } from './compute.js';
import type { ToCategories } from './shape.js';

const recipe = (more: Partial<ToCategories> = {}): ToCategories => ({
  kind: 'convert',
  to: 'categories',
  source: 1,
  alike: true,
  order: 'value',
  least: 1,
  exceptions: [],
  ...more,
});
const texts = new Map([
  ['Hill', 5],
  ['hill ', 2],
  ['River', 9],
  ['n/a', 3],
  ['Riverr', 1],
]);
const missing: Code[] = [{ code: 'n/a', label: 'n/a', missing: 'other' }];

describe('text to categories', () => {
  it('makes a category of each text, under its most frequent spelling', () => {
    const { made, placeOf } = toCategories(recipe(), texts, missing);
    expect(made).toEqual({
      level: 'unordered',
      codes: [
        { code: '1', label: 'Hill', missing: null },
        { code: '2', label: 'River', missing: null },
        { code: '3', label: 'Riverr', missing: null },
        { code: 'n/a', label: 'n/a', missing: 'other' },
      ],
    });
    expect(placeOf.get('hill ')).toBe(1);
    expect(toCategories(recipe({ alike: false }), texts, missing).made.codes).toHaveLength(5);
  });

  it('takes one text for another, sorts texts out, and sends rare ones to Other', () => {
    const result = toCategories(
      recipe({
        order: 'frequency',
        least: 8,
        exceptions: [
          { text: 'Riverr', is: 'as', as: 'River' },
          { text: 'n/a', is: 'missing', missing: 'refused' },
        ],
      }),
      texts,
      missing,
    );
    expect(result.made.codes).toEqual([
      { code: '1', label: 'River', missing: null },
      { code: 'other', label: 'Other', missing: null },
      { code: 'n/a', label: 'n/a', missing: 'refused' },
    ]);
    const proof = proveToCategories(result, 4);
    expect(proof.holds).toBe(true);
    expect(proof.columns.map(({ label, respondents }) => [label, respondents])).toEqual([
      ['A category', 10],
      ['Other', 7],
      ['refused', 3],
      ['Blank', 4],
    ]);
  });

  it('calls what is no answer the same, whoever stands first in the data', () => {
    const codes = ['other', 'mother'].map((code): Code => ({ code, label: code, missing: 'other' }));
    const entries: [string, number][] = [
      ['Hill', 2],
      ['other', 1],
      ['mother', 1],
    ];
    const named = (of: [string, number][]) => toCategories(recipe(), new Map(of), codes).made.codes;
    expect(named(entries)).toEqual(named([...entries].reverse()));
    expect(new Set(named(entries).map(({ code }) => code)).size).toBe(3);
  });

  it('keeps numbers as their own codes, in order', () => {
    const { made } = toCategories(
      recipe(),
      new Map([
        ['10', 1],
        ['2', 5],
        ['-1', 2],
      ]),
      [],
    );
    expect(made.level).toBe('ordered');
    expect(made.codes.map(({ code }) => code)).toEqual(['-1', '2', '10']);
  });

  it('refuses more categories than a code list takes, and decisions that are none', () => {
    const different = new Map(Array.from({ length: 1500 }, (_, k) => [`text ${k}`, 1]));
    expect(() => toCategories(recipe(), different, [])).toThrow('1,500 different values');
    expect(() => checkToCategories(recipe({ least: 0 }))).toThrow('whole number');
    expect(() => checkToCategories(recipe({ exceptions: [{ text: 'a', is: 'as', as: ' ' }] }))).toThrow('as nothing');
    expect(() =>
      checkToCategories(
        recipe({
          exceptions: [
            { text: 'a', is: 'as', as: 'b' },
            { text: 'a', is: 'as', as: 'c' },
          ],
        }),
      ),
    ).toThrow('decided on twice');
  });

  it('counts reconcile, and missing stays missing', () => {
    const tally = fc.array(
      fc.tuple(fc.constantFrom('a', 'A', 'b ', 'b', 'c', 'n/a', '3'), fc.integer({ min: 1, max: 9 })),
    );
    fc.assert(
      fc.property(tally, fc.boolean(), fc.integer({ min: 1, max: 12 }), (pairs, alike, least) => {
        const counted = new Map(pairs);
        const result = toCategories(recipe({ alike, least }), counted, missing);
        const proof = proveToCategories(result, 2);
        expect(proof.columns.reduce((sum, column) => sum + column.respondents, 0)).toBe(
          [...counted.values()].reduce((sum, value) => sum + value, 2),
        );
        const place = result.placeOf.get('n/a');
        if (place !== undefined) expect(result.made.codes[place - 1]?.missing).toBe('other');
        for (const [text] of counted) expect(result.placeOf.get(text)).toBeGreaterThan(0);
        expect(new Set(result.made.codes.map(({ code }) => code)).size).toBe(result.made.codes.length);
      }),
    );
  });
});
