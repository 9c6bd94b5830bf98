import fc from 'fast-check';
import type { Code, Level } from '../codebook/types.js';
import type { Cut } from './band/shape.js';
import type { Recipe } from './recipe-shape.js';
import type { Group } from './regroup/shape.js';
import type { ScoreOf } from './score/shape.js';

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

/** A variable that recipes are made over. */
export interface RandomVariable {
  id: number;
  level: Level;
  codes: readonly Code[];
}

const code = fc.constantFrom(...AWKWARD);

export const randomCodes = fc.uniqueArray(code, { minLength: 2, maxLength: 9 }).chain((codes) =>
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

const answers = (variable: RandomVariable) =>
  variable.codes.filter(({ missing }) => missing === null).map((item) => item.code);

function regroupOf(variable: RandomVariable): fc.Arbitrary<Recipe> {
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

function bandOf(variable: RandomVariable): fc.Arbitrary<Recipe> {
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

const flagsOf = (variable: RandomVariable): fc.Arbitrary<Recipe> =>
  fc.record({
    kind: fc.constant('flags' as const),
    source: fc.constant(variable.id),
    codes: fc.subarray(answers(variable), { minLength: 1 }),
    yes: fc.constant('Yes'),
    no: fc.constant('No'),
  });

const categoriesOf = (variable: RandomVariable): fc.Arbitrary<Recipe> =>
  fc.record({
    kind: fc.constant('convert' as const),
    to: fc.constant('categories' as const),
    source: fc.constant(variable.id),
    alike: fc.boolean(),
    order: fc.constant('value' as const),
    least: fc.integer({ min: 1, max: 12 }),
    exceptions: fc.constant([]),
  });

const interlockOf = (variable: RandomVariable, other: RandomVariable): fc.Arbitrary<Recipe> =>
  fc.record({
    kind: fc.constant('interlock' as const),
    sources: fc.constant([variable.id, other.id]),
    between: fc.constant(' / '),
    empty: fc.boolean(),
  });

/** Up to so many of some codes. */
const few = (codes: readonly string[], most: number) => fc.subarray([...codes]).map((some) => some.slice(0, most));

/** The answers of two variables as options; some may be left out. */
const optionsOf = (variable: RandomVariable, other: RandomVariable) =>
  fc
    .subarray([...new Set([...answers(variable), ...answers(other)])])
    .map((codes) => codes.map((option, k) => ({ code: option, label: `Option ${k}` })));

const settles = fc.constantFrom(undefined, 'option' as const, 'exclusive' as const, 'aside' as const);

const combineOf = (variable: RandomVariable, other: RandomVariable): fc.Arbitrary<Recipe> =>
  fc.record({
    kind: fc.constant('combine' as const),
    sources: fc.constant([variable.id, other.id]),
    how: fc.constantFrom('any' as const, 'all' as const, 'first-only' as const, 'at-least' as const),
    atLeast: fc.constantFrom(1, 2),
    options: optionsOf(variable, other),
    none: few(answers(variable), 1),
    base: fc.constantFrom('any' as const, 'all' as const),
  });

const gatherOf = (first: RandomVariable, other: RandomVariable, third: RandomVariable): fc.Arbitrary<Recipe> =>
  fc.record({ exclusive: fc.boolean(), none: fc.boolean(), settle: settles }).map(({ exclusive, none, settle }) => ({
    kind: 'gather',
    items: [first, other].map((variable, k) => ({
      source: variable.id,
      label: `Item ${k}`,
      ticked: variable.codes[k]?.code ?? '1',
      exclusive: exclusive && k === 1,
    })),
    none: none ? { source: third.id, label: 'None', ticked: third.codes[1]?.code ?? '2' } : null,
    settle,
  }));

const slotsOf = (variable: RandomVariable, other: RandomVariable): fc.Arbitrary<Recipe> =>
  fc
    .record({ options: optionsOf(variable, other), exclusive: fc.boolean(), none: fc.boolean(), settle: settles })
    .map(({ options, exclusive, none, settle }) => ({
      kind: 'slots',
      sources: [variable.id, other.id],
      options,
      exclusive: exclusive ? options.slice(0, 2).map((option) => option.code) : [],
      none: none ? (answers(other).find((own) => !options.some((option) => option.code === own)) ?? null) : null,
      settle,
    }));

const EXPRESSIONS = [
  'v0 + 2 * v1 - 1',
  'if(v0 > v1, v0 / (v1 - 2), -v1)',
  'mean(v0, v1) + answered(v0, v1)',
  'round(sum(v0, v1) / 3, 1)',
  'first(sqrt(v0 - v1), v1) and not (v0 = 9)',
  'max(v0, v1) - min(v0, v1)',
  'v0 <> v1 or v1 / (v0 - 1) > 1',
  '(v0 - v1) ^ 2 + abs(v0 - 3)',
];

const scoreOf = (variable: RandomVariable, other: RandomVariable): fc.Arbitrary<Recipe> =>
  fc
    .record({
      of: fc.constantFrom<ScoreOf>('mean', 'sum', 'count', 'minimum', 'maximum', 'expression'),
      reversed: fc.boolean(),
      weight: fc.constantFrom(1, 0.5),
      atLeast: fc.constantFrom(1, 2),
      codes: fc.subarray(answers(variable)),
      expression: fc.constantFrom(...EXPRESSIONS),
    })
    .map(({ of, reversed, weight, atLeast, codes, expression }) => ({
      kind: 'score',
      of,
      items: [variable, other].map(({ id }, k) => ({
        source: id,
        reversed: reversed && k === 1,
        weight: k === 0 ? weight : 1,
        as: `v${k}`,
      })),
      atLeast,
      scale: reversed ? { from: 1, to: 5 } : null,
      codes,
      expression: of === 'expression' ? expression : '',
    }));

const numberOf = (variable: RandomVariable): fc.Arbitrary<Recipe> =>
  few(answers(variable), 2).map((texts) => ({
    kind: 'convert',
    to: 'number',
    source: variable.id,
    decimal: '.',
    exceptions: texts.map((text, k) =>
      k === 0
        ? { text, is: 'number' as const, number: 7 }
        : { text, is: 'missing' as const, missing: 'refused' as const },
    ),
  }));

/** A recipe over two variables, of any kind that suits them. @param third of a gather the one that says "none" */
export function randomRecipe(variable: RandomVariable, other: RandomVariable, third = variable): fc.Arbitrary<Recipe> {
  const multiple = variable.level === 'multiple' || other.level === 'multiple';
  const single = variable.level === 'multiple' ? [] : [bandOf(variable), categoriesOf(variable), numberOf(variable)];
  const both = multiple ? [] : [gatherOf(variable, other, third), slotsOf(variable, other), scoreOf(variable, other)];
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
