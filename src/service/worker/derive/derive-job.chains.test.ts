import { byId } from '../../../core/by-id.js';
import fc from 'fast-check';
import { describe, expect, it, vi } from 'vitest';
import type { Column } from '../../../core/count/column.js';
import { Fault } from '../../../core/fault.js';
import { checkRecipe } from '../../../core/recode/check.js';
import { sourcesOf } from '../../../core/recode/sources.js';
import { randomCodes, randomRecipe, type RandomVariable } from '../../../core/recode/random-recipes.fixtures.js';
import { deriveInStudy } from './derive-job.js';
import type { Derived, DerivedColumn, DeriveSource } from './types.js';

const columns = new Map<number, Column>();

vi.mock('../column-cache.js', () => ({
  cachedColumn: (_: string, id: number) => columns.get(id),
  studyFileAt: () => null,
}));

const RESPONDENTS = 120;

type Variable = RandomVariable & DeriveSource;

function asColumn({ storage, width, codes, values, state }: DerivedColumn): Column {
  const options = codes.map((item) => item.code);
  if (storage === 'sets') return { kind: 'sets', words: values as Uint32Array, width, state: state!, options };
  if (storage === 'number')
    return { kind: 'number', values: new Float64Array((values as Uint32Array).buffer), words: options };
  return { kind: 'coded', values: values as Uint8Array, codes: options };
}

/** What every result must be, whatever made it. */
function sound({ codes, column, proof }: Derived): void {
  const names = codes.map((item) => item.code);
  expect(new Set(names).size, `codes ${names.join(' ')}`).toBe(names.length);
  expect(column).not.toBeNull();
  const again = byId(proof.findings, 'recomputed');
  expect(again?.holds ?? true, again?.text ?? '').toBe(true);
  const reconciled = proof.findings.filter(({ id }) => id === 'reconciled');
  for (const { holds, text } of reconciled) expect(holds, text).toBe(true);
  if (column!.storage.startsWith('coded'))
    for (const value of column!.values) expect(value).toBeLessThanOrEqual(names.length);
}

describe('workings on workings on workings', () => {
  it('lose nobody and bring nobody back, whatever the codes are called', () => {
    let made = 0;
    const kinds = new Set<string>();
    const base = (id: number) =>
      randomCodes.chain((codes) =>
        fc
          .array(fc.integer({ min: 0, max: codes.length }), { minLength: RESPONDENTS, maxLength: RESPONDENTS })
          .map((values) => ({ id, codes, values })),
      );
    fc.assert(
      fc.property(base(1), base(2), fc.infiniteStream(fc.integer({ min: 0, max: 2 ** 30 })), (first, second, seeds) => {
        columns.clear();
        const variables = [first, second].map(({ id, codes, values }): Variable => {
          columns.set(id, { kind: 'coded', values: Uint8Array.from(values), codes: codes.map((item) => item.code) });
          return { id, column: id, title: `V${id}`, level: 'unordered', codes };
        });
        for (let step = 0; step < 3; step++) {
          const [variable, other] = [variables.at(-1)!, variables.at(-2)!];
          const [recipe] = fc.sample(randomRecipe(variable, other), { numRuns: 1, seed: Number(seeds.next().value) });
          if (!recipe) return;
          try {
            checkRecipe(recipe, []);
            const sources = sourcesOf(recipe).map((id) => byId(variables, id)!);
            const job = { file: '', respondents: RESPONDENTS, recipe, marks: [], sources, identifier: null };
            const derived = deriveInStudy({ ...job, proofOnly: false });
            sound(derived);
            // A draft is proved by groups of respondents, and to the same.
            expect(deriveInStudy({ ...job, proofOnly: true })).toEqual({ ...derived, column: null });
            made++;
            kinds.add(recipe.kind);
            const id = 3 + step;
            columns.set(id, asColumn(derived.column!));
            variables.push({ id, column: id, title: `V${id}`, level: derived.level, codes: derived.codes });
          } catch (error) {
            // A recipe that is refused by name is one that nobody can keep.
            if (!(error instanceof Fault)) throw new Error(JSON.stringify(recipe), { cause: error });
            return;
          }
        }
      }),
      { numRuns: 1500 },
    );
    expect(made).toBeGreaterThan(1500);
    expect([...kinds].sort()).toEqual([
      'band',
      'combine',
      'convert',
      'flags',
      'gather',
      'interlock',
      'regroup',
      'score',
      'slots',
    ]);
  }, 120_000);
});
