import { byId } from '../../../core/by-id.js';
import fc from 'fast-check';
import { describe, expect, it, vi } from 'vitest';
import type { Column } from '../../../core/count/column.js';
import { Fault } from '../../../core/fault.js';
import { checkRecipe } from '../../../core/recode/check.js';
import { sourcesOf } from '../../../core/recode/sources.js';
import type { Cut } from '../../../core/recode/band/shape.js';
import type { Group } from '../../../core/recode/regroup/shape.js';
import type { Recipe } from '../../../core/recode/recipe-shape.js';
import { deriveInStudy } from './derive-job.js';
import type { Derived, DerivedColumn, DeriveSource } from './types.js';

const columns = new Map<number, Column>();

vi.mock('../column-cache.js', () => ({
  cachedColumn: (_: string, id: number) => columns.get(id),
  studyFileAt: () => null,
}));

const RESPONDENTS = 60;

/** Codes that have been taken for something else, or for each other. */
const AWKWARD = [
  '1',
  "1'",
  "1''",
  '2',
  '1.1',
  '1.2',
  '2.2',
  'left-over',
  'no-answer',
  'was-blank',
  'outside',
  'other',
  'm9',
  'mm9',
  '9',
  '0',
  'no-1',
  'no-2',
];

interface Variable extends DeriveSource {
  id: number;
}

const code = fc.constantFrom(...AWKWARD);

const codesOf = fc.uniqueArray(code, { minLength: 2, maxLength: 9 }).chain((codes) =>
  fc.tuple(
    ...codes.map((text) =>
      fc.record({
        code: fc.constant(text),
        label: fc.constant(`L${text}`),
        missing: fc.constantFrom(null, null, null, 'refused' as const, 'not-asked' as const),
      }),
    ),
  ),
);

const answers = (variable: Variable) =>
  variable.codes.filter(({ missing }) => missing === null).map((item) => item.code);

function regroupOf(variable: Variable): fc.Arbitrary<Recipe> {
  const all = variable.codes.map((item) => item.code);
  const groups = fc
    .uniqueArray(code, { minLength: 1, maxLength: 3 })
    .chain((names) =>
      fc.tuple(
        ...names.map((name, k): fc.Arbitrary<Group> =>
          fc.record({ code: fc.constant(name), label: fc.constant(`Group ${k}`), from: fc.subarray(all) }),
        ),
      ),
    );
  return fc
    .record({
      kind: fc.constant('regroup' as const),
      source: fc.constant(variable.id),
      level: fc.constant('unordered' as const),
      groups,
      setAside: fc.subarray(all),
      unnamed: fc.constantFrom(undefined, 'left-over' as const, 'set-aside' as const, 'own' as const),
      missing: fc.constantFrom(undefined, 'keep' as const, 'one' as const, 'blank' as const),
      blank: fc.constantFrom(undefined, { missing: 'refused' as const }),
    })
    .chain((recipe) => fc.constantFrom<Recipe>(recipe, { ...recipe, unnamed: { group: recipe.groups[0]!.code } }));
}

function bandOf(variable: Variable): fc.Arbitrary<Recipe> {
  const bands = fc.uniqueArray(code, { minLength: 2, maxLength: 2 }).map(([a, b]): Cut[] => [
    { is: 'range', code: a!, label: 'Low', from: null, to: 2 },
    { is: 'range', code: b!, label: 'High', from: 2, to: 5 },
    { is: 'values', code: 'ten', label: 'Nine', values: [9] },
  ]);
  const missing = variable.codes.filter((candidate) => candidate.missing !== null).map((item) => item.code);
  return fc.record({
    kind: fc.constant('band' as const),
    source: fc.constant(variable.id),
    ends: fc.constantFrom('lower' as const, 'upper' as const, 'both' as const),
    bands,
    taken: fc.subarray(missing),
  });
}

const flagsOf = (variable: Variable): fc.Arbitrary<Recipe> =>
  fc.record({
    kind: fc.constant('flags' as const),
    source: fc.constant(variable.id),
    codes: fc.subarray(answers(variable), { minLength: 1 }),
    yes: fc.constant('Yes'),
    no: fc.constant('No'),
  });

const categoriesOf = (variable: Variable): fc.Arbitrary<Recipe> =>
  fc.record({
    kind: fc.constant('convert' as const),
    to: fc.constant('categories' as const),
    source: fc.constant(variable.id),
    alike: fc.boolean(),
    order: fc.constant('value' as const),
    least: fc.integer({ min: 1, max: 12 }),
    exceptions: fc.constant([]),
  });

const interlockOf = (variable: Variable, other: Variable): fc.Arbitrary<Recipe> =>
  fc.record({
    kind: fc.constant('interlock' as const),
    sources: fc.constant([variable.id, other.id]),
    between: fc.constant(' / '),
    empty: fc.boolean(),
  });

const combineOf = (variable: Variable, other: Variable): fc.Arbitrary<Recipe> =>
  fc.constantFrom('any' as const, 'all' as const, 'first-only' as const).map((how) => ({
    kind: 'combine',
    sources: [variable.id, other.id],
    how,
    atLeast: 1,
    options: [...new Set([...answers(variable), ...answers(other)])].map((option, k) => ({
      code: option,
      label: `Option ${k}`,
    })),
    none: [],
    base: 'any',
  }));

const gatherOf = (first: Variable, other: Variable): fc.Arbitrary<Recipe> =>
  fc.constant({
    kind: 'gather',
    items: [first, other].map((variable, k) => ({
      source: variable.id,
      label: `Item ${k}`,
      ticked: answers(variable)[0] ?? '1',
    })),
    none: null,
  });

const slotsOf = (variable: Variable, other: Variable): fc.Arbitrary<Recipe> =>
  fc.constant({
    kind: 'slots',
    sources: [variable.id, other.id],
    options: [...new Set([...answers(variable), ...answers(other)])].map((option, k) => ({
      code: option,
      label: `Option ${k}`,
    })),
    none: null,
  });

const scoreOf = (variable: Variable, other: Variable): fc.Arbitrary<Recipe> =>
  fc.constant({
    kind: 'score',
    of: 'sum',
    items: [variable, other].map(({ id }, k) => ({ source: id, reversed: false, weight: 1, as: `v${k}` })),
    atLeast: 1,
    scale: null,
    codes: [],
    expression: '',
  });

function recipeOver(variable: Variable, other: Variable): fc.Arbitrary<Recipe> {
  const multiple = variable.level === 'multiple' || other.level === 'multiple';
  const single = variable.level === 'multiple' ? [] : [bandOf(variable), categoriesOf(variable)];
  const both = multiple ? [] : [gatherOf(variable, other), slotsOf(variable, other), scoreOf(variable, other)];
  const flags = answers(variable).length > 0 ? [flagsOf(variable)] : [];
  return fc.oneof(
    regroupOf(variable),
    ...flags,
    interlockOf(variable, other),
    combineOf(variable, other),
    ...single,
    ...both,
  );
}

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
      codesOf.chain((codes) =>
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
          const [recipe] = fc.sample(recipeOver(variable, other), { numRuns: 1, seed: Number(seeds.next().value) });
          if (!recipe) return;
          try {
            checkRecipe(recipe, []);
            const sources = sourcesOf(recipe).map((id) => byId(variables, id)!);
            const derived = deriveInStudy({
              file: '',
              respondents: RESPONDENTS,
              recipe,
              marks: [],
              sources,
              identifier: null,
              proofOnly: false,
            });
            sound(derived);
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
