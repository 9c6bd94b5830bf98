import { total } from '../../numerics/total.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { part } from '../sets.fixtures.js';
import { checkInterlock } from './check.js';
import { interlock } from './compute.js';
import { proveInterlock } from './prove.js';
import type { Interlock } from './shape.js';

const lock = (more: Partial<Interlock> = {}): Interlock => ({
  kind: 'interlock',
  sources: [1, 2],
  between: ' · ',
  empty: false,
  ...more,
});

describe('interlock', () => {
  const site = part('Site', ['Hill', 'River'], [1, 1, 2, 2, 0, 3, 0]);
  const age = part('Age', ['Young', 'Old'], [1, 2, 2, 2, 1, 1, 0]);

  it('makes a category of each combination that occurs, labelled from its parts', () => {
    const result = interlock(lock(), [site, age], 7);
    expect(result.made.codes.map(({ code, label }) => [code, label])).toEqual([
      ['1.1', 'Hill · Young'],
      ['1.2', 'Hill · Old'],
      ['2.2', 'River · Old'],
      ['no-1', 'No answer to Site'],
    ]);
    expect([...result.values]).toEqual([1, 2, 3, 3, 4, 4, 0]);
    expect(result.counts).toEqual([1, 1, 2, 2]);
    const proof = proveInterlock(lock(), result, [site, age]);
    expect(proof.holds).toBe(true);
    expect(proof.rows.map(({ label, went }) => [label, ...went])).toEqual([
      ['Hill', 1, 1, 0],
      ['River', 0, 2, 0],
      ['No answer to a part', 0, 0, 3],
    ]);
  });

  it('keeps empty combinations where they are wanted', () => {
    const result = interlock(lock({ empty: true }), [site, age], 7);
    expect(result.made.codes).toHaveLength(5);
    expect(result.empty).toBe(1);
  });

  it('has its parts for margins', () => {
    const answers = fc.array(
      fc.tuple(fc.integer({ min: 0, max: 3 }), fc.integer({ min: 0, max: 3 }), fc.integer({ min: 0, max: 3 })),
      { minLength: 1, maxLength: 60 },
    );
    fc.assert(
      fc.property(answers, fc.boolean(), (rows, empty) => {
        const parts = ['A', 'B', 'C'].map((title, j) =>
          part(
            title,
            [`${title}1`, `${title}2`],
            rows.map((row) => row[j]!),
          ),
        );
        const result = interlock(lock({ sources: [1, 2, 3], empty }), parts, rows.length);
        const complete = rows.filter((row) => row.every((value) => value === 1 || value === 2));
        result.margins.forEach((margin, j) => {
          expect(margin).toEqual([1, 2].map((code) => complete.filter((row) => row[j] === code).length));
        });
        rows.forEach((row, k) => {
          const code = result.made.codes[result.values[k]! - 1];
          if (row.every((value) => value === 1 || value === 2)) expect(code?.code).toBe(row.join('.'));
          else expect(code?.missing ?? (code === undefined ? 'blank' : null)).not.toBeNull();
        });
        expect(total(result.counts) + result.blank).toBe(rows.length);
      }),
    );
  });

  it('refuses too many combinations, naming them', () => {
    const wide = part(
      'Plot',
      Array.from({ length: 90 }, (_, k) => `Plot ${k}`),
      [1],
    );
    expect(() => interlock(lock({ empty: true }), [wide, { ...wide, title: 'Path' }], 1)).toThrow(
      'Plot (90) within Path (90) have 8,100 combinations.',
    );
    expect(interlock(lock(), [wide, wide], 1).made.codes).toHaveLength(1);
    expect(() => checkInterlock({ sources: [1] })).toThrow('two variables or more');
    expect(() => checkInterlock({ sources: [1, 1] })).toThrow('chosen twice');
  });
});
