import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Fault } from '../fault.js';
import { checkRecipe } from '../recode/check.js';
import { whole } from './build.js';
import { type LinkedColumn, optionPart } from './column.js';
import { deriveLinked } from './derive.js';
import { TestEngine } from './engine.fixtures.js';
import { nearlyAs } from './nearly-equal.fixtures.js';
import {
  attempt,
  drawWorking,
  firstVariable,
  linkedSource,
  localValues,
  madeVariable,
  randomVariables,
  sortedDeep,
} from './random-workings.fixtures.js';

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

describe('workings in a linked study', () => {
  it('make the same of everybody, with the same proofs, as where respondents are here', () => {
    const kinds = new Map<string, number>();
    const seeds = fc.infiniteStream(fc.integer({ min: 0, max: 2 ** 30 }));
    // Into how many combinations of values respondents are told apart: the engine works out what is not told apart.
    const toldApart = fc.constantFrom(1, 12, undefined);
    fc.assert(
      fc.property(randomVariables, seeds, toldApart, ({ variables: first, rows }, drawing, most) => {
        const variables = [...first];
        const engine = new TestEngine(rows, new Map(variables.map(({ id, linked }) => [id, linked])));
        for (let step = 0; step < 3; step++) {
          const drawn = drawWorking(variables, Number(drawing.next().value));
          if (!drawn) return;
          const { recipe, sources, local } = drawn;
          const linked = attempt(() => {
            checkRecipe(recipe, []);
            return engine.run(deriveLinked(recipe, sources.map(linkedSource)), most);
          });
          const said = JSON.stringify(recipe);
          if (local instanceof Fault || linked instanceof Fault) {
            expect(linked, said).toEqual(local);
            return;
          }
          kinds.set(recipe.kind, (kinds.get(recipe.kind) ?? 0) + 1);
          expect(linkedValues(engine, linked.linked), said).toEqual(localValues(local.values, local.codes));
          expect(linked.level).toBe(local.level);
          expect(sortedDeep(linked.codes), said).toEqual(sortedDeep(local.codes));
          const proof = sortedDeep(linked.proof);
          expect(proof, said).toEqual(nearlyAs(sortedDeep(local.proof), proof));
          const id = 3 + step;
          engine.columns.set(id, linked.linked);
          variables.push(madeVariable(id, local, linked.linked));
        }
      }),
      { numRuns: 900 },
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
