import { wholeValues } from '../recode/whole-values.js';
import fc from 'fast-check';
import { byId } from '../by-id.js';
import type { Code, Level } from '../codebook/types.js';
import type { Column } from '../count/column.js';
import { Fault } from '../fault.js';
import { canonicalRecipe } from '../recode/canonical-recipe.js';
import { checkRecipe } from '../recode/check.js';
import type { Derivation, Source, Values } from '../recode/derivation.js';
import { randomCodes, randomRecipe } from '../recode/random-recipes.fixtures.js';
import type { Recipe } from '../recode/recipe-shape.js';
import { kindOf } from '../recode/registry.js';
import { sourcesOf } from '../recode/sources.js';
import { knownTexts } from '../recode/texts.js';
import { lookup } from './build.js';
import { type LinkedColumn, shellOf } from './column.js';
import type { Row } from './evaluate.js';
import type { LinkedSource } from './source.js';

/** Respondents of a drawn study. */
const RESPONDENTS = 160;

/** A variable twice: here, and as an engine has it. */
export interface Variable {
  id: number;
  title: string;
  level: Level;
  codes: readonly Code[];
  /** The same, here and in the engine. */
  column: Column;
  linked: LinkedColumn;
}

const localSource = ({ title, level, codes, column }: Variable): Source => ({
  title,
  level,
  codes,
  column,
  texts: () => {
    if (column.kind === 'coded') return knownTexts({ distinct: column.codes, place: column.values });
    if (column.kind !== 'number') throw new Fault('unsupported', 'multiple', '');
    const low = new Uint32Array(column.values.buffer);
    const at = (k: number) =>
      Number.isNaN(column.values[k]) ? (column.words[low[2 * k]! - 1] ?? null) : String(column.values[k]);
    return { at, known: null };
  },
});

export const linkedSource = ({ id, title, level, codes, linked }: Variable): LinkedSource => ({
  id,
  title,
  level,
  codes,
  linked,
  column: shellOf(linked),
  texts: () => {
    throw new Error('nobody is here');
  },
});

/** What each respondent has, as something to compare. */
export function localValues(values: Values, codes: readonly Code[]): unknown[] {
  if (values.is === 'codes') return [...values.values].map((place) => codes[place - 1]?.code ?? null);
  if (values.is === 'numbers')
    return [...values.values].map((value, k) =>
      Number.isNaN(value) ? (values.words[(values.wordOf?.[k] ?? 0) - 1] ?? null) : value + 0,
    );
  const { words, width, state, options } = values.column;
  return [...state].map((how, k) => [
    how,
    options.filter((_, j) => ((words[k * width + (j >> 5)]! >>> (j & 31)) & 1) === 1),
  ]);
}

/** A local result as a column that a further working stands on. */
function asColumn(values: Values, codes: readonly Code[]): Column {
  if (values.is === 'sets') return values.column;
  if (values.is === 'codes') return { kind: 'coded', values: values.values, codes: codes.map(({ code }) => code) };
  const bits = Float64Array.from(values.values);
  const halves = new Uint32Array(bits.buffer);
  bits.forEach((value, k) => {
    if (Number.isNaN(value)) halves[2 * k] = values.wordOf?.[k] ?? 0;
  });
  return { kind: 'number', values: bits, words: values.words };
}

/** By what lists are brought into one order; numbers that differ in their last digits stand at the same place. */
const sortKey = (value: unknown): string =>
  JSON.stringify(value, (_, own: unknown) => (typeof own === 'number' ? Number(own.toPrecision(6)) : own));

/** Texts of proofs list words in the order in which they come, and engines have no order. */
export const sortedDeep = (value: unknown): unknown => {
  if (Array.isArray(value)) return value.map(sortedDeep).sort((a, b) => (sortKey(a) < sortKey(b) ? -1 : 1));
  if (value !== null && typeof value === 'object')
    return Object.fromEntries(
      Object.entries(value)
        .filter(([key, own]) => key !== 'called' && own !== undefined)
        .map(([key, own]) => [key, sortedDeep(own)]),
    );
  if (typeof value !== 'string') return value;
  const said = value.replace(/ \(rows? [^)]*\)/, '');
  // Of a list that is cut off, only what stands before it.
  if (said.includes('…') || said.includes(' ...')) return said.split(/[“:]/)[0];
  return said
    .split(/[ ,;.]+/)
    .sort()
    .join(' ');
};

const base = (id: number) =>
  randomCodes.chain((codes) =>
    fc
      .array(fc.integer({ min: 0, max: codes.length }), { minLength: RESPONDENTS, maxLength: RESPONDENTS })
      .map((values) => ({ id, codes, values })),
  );

export const firstVariable = ({ id, codes, values }: { id: number; codes: Code[]; values: number[] }): Variable => ({
  id,
  title: `V${id}`,
  level: 'unordered',
  codes,
  column: { kind: 'coded', values: Uint8Array.from(values), codes: codes.map(({ code }) => code) },
  linked: {
    kind: 'coded',
    codes: codes.map(({ code }) => code),
    parts: {
      place: lookup(
        { is: 'column', name: `c${id}`, as: 'text' },
        codes.map(({ code }, k) => [code, k + 1] as const),
        -1,
        0,
      ),
    },
  },
});

/** What work comes to, or why it cannot be done. */
export function attempt<T>(work: () => T): T | Fault {
  try {
    return work();
  } catch (error) {
    if (error instanceof Fault) return error;
    throw error;
  }
}

/** Three variables of the same respondents, and these as a table of an engine. */
export const randomVariables: fc.Arbitrary<{ variables: Variable[]; rows: Row[] }> = fc
  .tuple(base(8), base(1), base(2))
  .map((drawn) => ({
    variables: drawn.map(firstVariable),
    rows: Array.from({ length: RESPONDENTS }, (_, k) =>
      Object.fromEntries(drawn.map(({ id, codes, values }) => [`c${id}`, codes[values[k]! - 1]?.code ?? null])),
    ),
  }));

/** A working over variables, and what comes of it here. */
export interface Drawn {
  recipe: Recipe;
  sources: Variable[];
  local: Derivation | Fault;
}

/** Draws a working over the last variables. @returns null where none can be drawn */
export function drawWorking(variables: readonly Variable[], seed: number): Drawn | null {
  const [variable, other, third] = [variables.at(-1)!, variables.at(-2)!, variables[0]!];
  const [drawn] = fc.sample(randomRecipe(variable, other, third), { numRuns: 1, seed });
  if (!drawn) return null;
  const recipe = canonicalRecipe(drawn);
  const sources = sourcesOf(recipe).map((id) => byId(variables, id)!);
  const local = attempt(() => {
    checkRecipe(recipe, []);
    const input = { respondents: RESPONDENTS, called: <T>(same: T) => same, marks: [] };
    const { groups, ...made } = kindOf(recipe).derive(recipe, { ...input, sources: sources.map(localSource) });
    return { ...made, values: wholeValues(made.values, groups) };
  });
  return { recipe, sources, local };
}

/** What was made as a variable that further workings stand on. */
export function madeVariable(id: number, { values, codes, level }: Derivation, linked: LinkedColumn): Variable {
  return { id, title: `V${id}`, level, codes, column: asColumn(values, codes), linked };
}
