import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byId } from '../by-id.js';
import type { Code, Level } from '../codebook/types.js';
import type { Column } from '../count/column.js';
import { Fault } from '../fault.js';
import { canonicalRecipe } from '../recode/canonical-recipe.js';
import { checkRecipe } from '../recode/check.js';
import type { Source, Values } from '../recode/derivation.js';
import { randomCodes, randomRecipe } from '../recode/random-recipes.fixtures.js';
import { kindOf } from '../recode/registry.js';
import { sourcesOf } from '../recode/sources.js';
import { knownTexts } from '../recode/texts.js';
import { lookup, whole } from './build.js';
import { type LinkedColumn, optionPart, shellOf } from './column.js';
import { deriveLinked } from './derive.js';
import { TestEngine } from './engine.fixtures.js';
import type { LinkedSource } from './source.js';

const RESPONDENTS = 40;

interface Variable {
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

const linkedSource = ({ id, title, level, codes, linked }: Variable): LinkedSource => ({
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
function localValues(values: Values, codes: readonly Code[]): unknown[] {
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

const plus0 = (value: unknown) => (typeof value === 'number' ? value + 0 : value);

function linkedValues(engine: TestEngine, linked: LinkedColumn): unknown[] {
  return engine.rows.map((row) => {
    const part = (name: string) => engine.value(linked.parts[name]!, row, linked);
    if (linked.kind === 'coded') return linked.codes[Number(part('place')) - 1] ?? null;
    if (linked.kind === 'number') return plus0(part('value')) ?? linked.words[Number(part('word')) - 1] ?? null;
    if (linked.kind === 'text') return part('text');
    return [part('state'), linked.options.filter((_, k) => part(optionPart(k)) === 1)];
  });
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

/** Texts of proofs list words in the order in which they come, and engines have no order. */
const sortedDeep = (value: unknown): unknown => {
  if (Array.isArray(value))
    return value.map(sortedDeep).sort((a, b) => (JSON.stringify(a) < JSON.stringify(b) ? -1 : 1));
  if (value !== null && typeof value === 'object')
    return Object.fromEntries(
      Object.entries(value)
        .filter(([key, own]) => key !== 'called' && own !== undefined)
        .map(([key, own]) => [key, sortedDeep(own)]),
    );
  // Sums about another middle differ in the last digit.
  if (typeof value === 'number') return Number(value.toPrecision(12));
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

const firstVariable = ({ id, codes, values }: { id: number; codes: Code[]; values: number[] }): Variable => ({
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

describe('workings in a linked study', () => {
  it('make the same of everybody, with the same proofs, as where respondents are here', () => {
    const kinds = new Map<string, number>();
    const seeds = fc.infiniteStream(fc.integer({ min: 0, max: 2 ** 30 }));
    fc.assert(
      fc.property(base(8), base(1), base(2), seeds, (zeroth, first, second, drawing) => {
        const variables = [zeroth, first, second].map(firstVariable);
        const rows = first.values.map((value, k) => ({
          c8: zeroth.codes[zeroth.values[k]! - 1]?.code ?? null,
          c1: first.codes[value - 1]?.code ?? null,
          c2: second.codes[second.values[k]! - 1]?.code ?? null,
        }));
        const engine = new TestEngine(rows, new Map(variables.map(({ id, linked }) => [id, linked])));
        for (let step = 0; step < 3; step++) {
          const [variable, other, third] = [variables.at(-1)!, variables.at(-2)!, variables[0]!];
          const [drawn] = fc.sample(randomRecipe(variable, other, third), {
            numRuns: 1,
            seed: Number(drawing.next().value),
          });
          if (!drawn) return;
          const recipe = canonicalRecipe(drawn);
          const sources = sourcesOf(recipe).map((id) => byId(variables, id)!);
          const local = attempt(() => {
            checkRecipe(recipe, []);
            const input = { respondents: RESPONDENTS, called: <T>(same: T) => same, marks: [] };
            return kindOf(recipe).derive(recipe, { ...input, sources: sources.map(localSource) });
          });
          const linked = attempt(() => {
            checkRecipe(recipe, []);
            return engine.run(deriveLinked(recipe, sources.map(linkedSource)));
          });
          if (local instanceof Fault || linked instanceof Fault) {
            expect(linked, JSON.stringify(recipe)).toEqual(local);
            return;
          }
          const said = JSON.stringify(recipe);
          kinds.set(recipe.kind, (kinds.get(recipe.kind) ?? 0) + 1);
          expect(linkedValues(engine, linked.linked), said).toEqual(localValues(local.values, local.codes));
          expect(linked.level).toBe(local.level);
          expect(sortedDeep(linked.codes), said).toEqual(sortedDeep(local.codes));
          expect(sortedDeep(linked.proof), said).toEqual(sortedDeep(local.proof));
          const id = 3 + step;
          engine.columns.set(id, linked.linked);
          const { level } = local;
          const column = asColumn(local.values, local.codes);
          variables.push({ id, title: `V${id}`, level, codes: local.codes, column, linked: linked.linked });
        }
      }),
      { numRuns: 1500 },
    );
    expect([...kinds.keys()].sort()).toEqual(
      ['band', 'combine', 'convert', 'flags', 'gather', 'interlock', 'regroup', 'score', 'slots'].sort(),
    );
  }, 240_000);

  it('are refused where they hang on answers one by one', () => {
    const [variable] = [firstVariable({ id: 1, codes: [], values: [] })];
    const engine = new TestEngine([], new Map());
    const theme = { kind: 'theme', source: 1, themes: [], rules: [], coders: [] } as never;
    expect(() => engine.run(deriveLinked(theme, [linkedSource(variable)]))).toThrow('stay in the database');
  });

  it('say so where the table has values that came after it was linked', () => {
    const codes = [{ code: 'a', label: 'A', missing: null }];
    const variable = firstVariable({ id: 1, codes, values: [] });
    const engine = new TestEngine([{ c1: 'a' }, { c1: 'new' }], new Map([[1, variable.linked]]));
    const recipe = { kind: 'flags', source: 1, codes: ['a'], yes: 'Yes', no: 'No' } as const;
    expect(() => engine.run(deriveLinked(recipe, [linkedSource(variable)]))).toThrow('came after it was linked');
    expect(whole(1)).toEqual({ is: 'whole', value: 1 });
  });
});

function attempt<T>(work: () => T): T | Fault {
  try {
    return work();
  } catch (error) {
    if (error instanceof Fault) return error;
    throw error;
  }
}
