import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { SetsColumn } from '../../count/column.js';
import { asked, CODES, part } from '../sets.fixtures.js';
import { checkFlags } from './check.js';
import { flag, flagged } from './compute.js';
import { proveFlags } from './prove.js';
import type { Flags } from './shape.js';

describe('flags', () => {
  const recipe: Flags = { kind: 'flags', source: 1, codes: ['2'], yes: 'Yes', no: 'No' };
  const { column, codes } = part('Age', ['Young', 'Middle', 'Old'], [0, 1, 2, 3, 4, 2]);

  it('say yes or no, and keep what is no answer', () => {
    const { made, values } = flag(recipe, codes, column);
    expect([...values].map((place) => made.codes[place - 1]?.label ?? '')).toEqual([
      '',
      'No',
      'Yes',
      'No',
      'Refused',
      'Yes',
    ]);
    const counts = new Map([
      ['1', 1],
      ['2', 2],
      ['3', 1],
      ['9', 1],
    ]);
    const proof = proveFlags(recipe, codes, counts, [2, 2, 1], 1, null);
    expect(proof.holds).toBe(true);
    expect(proof.respondents).toBe(6);
    expect(proveFlags({ ...recipe, codes: ['7'] }, codes, counts, [0, 4, 1], 1, null).holds).toBe(false);
  });

  it('of all categories: each respondent who answered has one yes', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 1 }), (values) => {
        const source = part('Age', ['Young', 'Middle', 'Old'], values);
        const all = ['1', '2', '3'].map(
          (code) => flag({ ...recipe, codes: [code] }, source.codes, source.column).values,
        );
        values.forEach((value, k) => {
          expect(all.filter((flags) => flags[k] === 1).length).toBe(value >= 1 && value <= 3 ? 1 : 0);
        });
      }),
    );
  });

  it('of a question with several answers say who mentions it', () => {
    const { column: sets_ } = asked([[1, 33], [2], [], null]);
    const { values } = flag({ ...recipe, codes: ['33', '2'] }, CODES, sets_ as SetsColumn);
    expect([...values]).toEqual([1, 1, 2, 0]);
    expect(flagged(recipe, codes).codes.map(({ code }) => code)).toEqual(['1', '0', '9']);
    expect(() => checkFlags({ codes: [], yes: 'Yes', no: 'No' })).toThrow('No category is chosen');
    expect(() => checkFlags({ codes: ['1'], yes: 'Yes', no: 'yes ' })).toThrow('two different words');
  });
});
