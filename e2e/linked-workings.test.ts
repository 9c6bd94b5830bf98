import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { connected } from './engine-clients.js';
import { type Engines, startEngines } from '../scripts/engines/engines.js';
import { clickhouseTable, fillTables, postgresTable, type TableColumn } from '../scripts/engines/tables.js';
import { Fault } from '../src/core/fault.js';
import { nearlyAs } from '../src/core/linked/nearly-equal.fixtures.js';
import { type LinkedColumn, optionPart } from '../src/core/linked/column.js';
import { deriveLinked } from '../src/core/linked/derive.js';
import { OWN, type Scalar } from '../src/core/linked/expression.js';
import { recheckLinked } from '../src/core/linked/figures.js';
import type { LinkedTable } from '../src/core/linked/print.js';
import { type AnswerRow, ask, type Asking } from '../src/core/linked/query.js';
import type { LinkedMade } from '../src/core/linked/source.js';
import {
  drawWorking,
  type Drawn,
  linkedSource,
  localValues,
  madeVariable,
  randomVariables,
  sortedDeep,
} from '../src/core/linked/random-workings.fixtures.js';
import { checkRecipe } from '../src/core/recode/check.js';
import { RECIPE_KINDS } from '../src/core/recode/recipe-shape.js';
import { askedOf } from '../src/service/linked/asked-of.js';
import type { Engine } from '../src/service/linked/engine.js';

const STUDIES = 4;
const CHAINS = 12;
const STEPS = 3;

const COLUMNS: TableColumn[] = [
  { name: 'respondent', is: 'whole' },
  ...['c8', 'c1', 'c2'].map((name): TableColumn => ({ name, is: 'text' })),
];

const RESPONDENT: Scalar = { is: 'column', name: 'respondent', as: 'number' };
const part = (name: string): Scalar => ({ is: 'part', column: OWN, part: name });

/** The parts of a column that make up a value, and the value that they make up. */
function valueParts(linked: LinkedColumn): { by: Scalar[]; read: (parts: AnswerRow['by']) => unknown } {
  switch (linked.kind) {
    case 'coded':
      return { by: [part('place')], read: ([place]) => linked.codes[Number(place) - 1] ?? null };
    case 'number':
      return {
        by: [part('value'), part('word')],
        read: ([value, word]) => (value == null ? (linked.words[Number(word) - 1] ?? null) : Number(value) + 0),
      };
    case 'sets':
      return {
        by: [part('state'), ...linked.options.map((_, k) => part(optionPart(k)))],
        read: ([state, ...options]) => [state, linked.options.filter((_, k) => options[k] === 1)],
      };
    case 'text':
      throw new Error('no working makes text');
  }
}

/** What each respondent has of a column that was made, as the engine works it out. */
function* valuesThere(linked: LinkedColumn): Asking<unknown[]> {
  const { by, read } = valueParts(linked);
  const rows = yield* ask({ by: [RESPONDENT, ...by], made: linked });
  const sorted = [...rows].sort((a, b) => Number(a.by[0]) - Number(b.by[0]));
  return sorted.map((row) => read(row.by.slice(1)));
}

async function attempt<T>(work: () => Promise<T>): Promise<T | Fault> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Fault) return error;
    throw error;
  }
}

const engines: Engines | null = await startEngines();

describe.skipIf(engines === null)('workings in databases', () => {
  const clients = connected(engines);

  /** A working as an engine makes it, held to what was made here. */
  async function heldToHere({ recipe, sources, local }: Drawn, client: Engine, table: LinkedTable, most?: number) {
    const there = await attempt(async () => {
      checkRecipe(recipe, []);
      const over = sources.map(linkedSource);
      const made = await askedOf<LinkedMade>(deriveLinked(recipe, over), client, table, undefined, most);
      const values = await askedOf(valuesThere(made.linked), client, table, undefined, most);
      const again = await askedOf(recheckLinked(recipe, over, made), client, table, undefined, most);
      return { made, values, again };
    });
    const said = `${String(table.table[0])}: ${JSON.stringify(recipe)}`;
    if (local instanceof Fault || there instanceof Fault) {
      expect(there, said).toEqual(local);
      return null;
    }
    expect(there.values, said).toEqual(localValues(local.values, local.codes));
    expect(sortedDeep(there.made.codes), said).toEqual(sortedDeep(local.codes));
    const proof = sortedDeep(there.made.proof);
    expect(proof, said).toEqual(nearlyAs(sortedDeep(local.proof), proof));
    expect(there.again?.holds ?? true, said).toBe(true);
    return { local, linked: there.made.linked };
  }

  it('make the same of everybody, with the same proofs, as where respondents are here', async () => {
    const kinds = new Set<string>();
    const seed = Date.now() & 0xffff;
    for (const [s, study] of fc.sample(randomVariables, { numRuns: STUDIES, seed }).entries()) {
      const name = `workings ${s}`;
      await postgresTable(engines!, name, COLUMNS);
      await clickhouseTable(engines!, name, COLUMNS);
      const rows = study.rows.map((row, k) => ({ ...row, respondent: k }));
      await fillTables(engines!, name, COLUMNS, rows);
      for (let chain = 0; chain < CHAINS; chain++) {
        const variables = [...study.variables];
        const columns = (id: number) => variables.find((variable) => variable.id === id)!.linked;
        for (let step = 0; step < STEPS; step++) {
          const drawn = drawWorking(variables, seed + 1000 * s + 10 * chain + step);
          if (!drawn) break;
          kinds.add(drawn.recipe.kind);
          const most = [1, 12, undefined][chain % 3];
          const inPostgres = { table: ['public', name], columns, apart: s % 2 === 0 ? ['shard'] : [] };
          const made = await heldToHere(drawn, clients().postgresql, inPostgres, most);
          await heldToHere(drawn, clients().clickhouse, { table: ['default', name], columns }, most);
          if (!made) break;
          variables.push(madeVariable(3 + step, made.local, made.linked));
        }
      }
    }
    expect([...kinds].sort()).toEqual(RECIPE_KINDS.filter((kind) => kind !== 'theme').sort());
  }, 300_000);
});
