import { sourcesOf } from '../core/recode/sources.js';
import { type Recipe, RecipeShape } from '../core/recode/recipe-shape.js';
import { type Proof, ProofShape } from '../core/recode/proof-shape.js';
import { type StandsIn, StandsInShape } from '../core/recode/stands-in-shape.js';
import { fromKept, sharedFromKept } from './kept.js';
import type { Db } from './open.js';
import { freshId } from './fresh-id.js';
import { prepared } from './prepared.js';
import { sameRows } from './same-rows.js';
import { untilChanged } from './unchanged.js';

export interface WorkingRow {
  id: number;
  recipe: Recipe;
  holds: boolean;
  /** Of the sources it was computed from. */
  signature: string;
  created: string;
  edited: string;
  /** What it took the place of its source in; null: it stands beside it. */
  standsIn: StandsIn | null;
}

export interface ProvedWorking extends WorkingRow {
  proof: Proof;
}

/** A row as it stands in the file, in the order of `COLUMNS`. */
type Flat = readonly [
  id: number,
  recipe: string,
  holds: 0 | 1,
  signature: string,
  created: string,
  edited: string,
  standsIn: string | null,
];

const COLUMNS = 'id, recipe, holds, signature, created, edited, stands_in';

const recipeFrom = sharedFromKept<Recipe>(RecipeShape);
const proofFrom = sharedFromKept<Proof>(ProofShape);

const workingsOf = sameRows(([id, recipe, holds, signature, created, edited, standsIn]: Flat): WorkingRow => ({
  id,
  recipe: recipeFrom(recipe, `the recipe of working ${id}`),
  holds: holds === 1,
  signature,
  created,
  edited,
  standsIn: standsIn === null ? null : fromKept(standsIn, StandsInShape, `what working ${id} stands in for`),
}));

const readWorkings = untilChanged((db: Db): WorkingRow[] =>
  workingsOf(db, prepared(db, `SELECT ${COLUMNS} FROM working ORDER BY id`).raw().all() as Flat[]),
);

/**
 * All workings, without their proofs, which are longer than all the rest. They are shared by all who ask, and nobody
 * changes them.
 */
export const allWorkings = (db: Db): WorkingRow[] => [...readWorkings(db)];

const provedOf = sameRows(
  ([id, proof, working]: readonly [id: number, proof: string, working: WorkingRow]): ProvedWorking => ({
    ...working,
    proof: proofFrom(proof, `the proof of working ${id}`),
  }),
);

/** What the workings came to: by which signature each was computed, and whether its proof holds. */
export function workingOutcomes(db: Db): Pick<WorkingRow, 'id' | 'signature' | 'holds'>[] {
  const rows = prepared(db, 'SELECT id, signature, holds FROM working').raw().all() as [number, string, 0 | 1][];
  return rows.map(([id, signature, holds]) => ({ id, signature, holds: holds === 1 }));
}

/** All workings with their proofs. */
export function provedWorkings(db: Db): ProvedWorking[] {
  const proofs = new Map(prepared(db, 'SELECT id, proof FROM working').raw().all() as [number, string][]);
  return provedOf(
    db,
    allWorkings(db).map((working) => [working.id, proofs.get(working.id)!, working] as const),
  );
}

/** Keeps a working, new (`id` null) or in the place of an old one. */
export function putWorking(
  db: Db,
  id: number | null,
  { recipe, proof, signature }: Pick<ProvedWorking, 'recipe' | 'proof' | 'signature'>,
  now: string,
): number {
  const row = {
    id: id ?? freshId(db, 'working'),
    kind: recipe.kind,
    recipe: JSON.stringify(recipe),
    proof: JSON.stringify(proof),
    holds: proof.holds ? 1 : 0,
    signature,
    now,
  };
  const key = Number(
    prepared(
      db,
      `INSERT INTO working (id, kind, recipe, proof, holds, signature, created, edited)
         VALUES (@id, @kind, @recipe, @proof, @holds, @signature, @now, @now)
         ON CONFLICT (id) DO UPDATE SET kind = @kind, recipe = @recipe, proof = @proof, holds = @holds,
           signature = @signature, edited = @now
         RETURNING id`,
    )
      .pluck()
      .get(row),
  );
  prepared(db, 'DELETE FROM working_source WHERE working_id = ?').run(key);
  const insert = prepared(db, 'INSERT INTO working_source (working_id, variable_id) VALUES (?, ?)');
  for (const source of new Set(sourcesOf(recipe))) insert.run(key, source);
  return key;
}

/** A proof that is still to be made. */
const UNPROVED: Proof = { holds: false, findings: [], columns: [], rows: [], respondents: 0 };

/** Puts a working as it is said to be, made again under its id where it is gone; it has to be computed again. */
export function restoreWorking(
  db: Db,
  id: number,
  { recipe, created, edited, standsIn }: Pick<WorkingRow, 'recipe' | 'created' | 'edited' | 'standsIn'>,
): void {
  putWorking(db, id, { recipe, proof: UNPROVED, signature: '' }, edited);
  prepared(db, 'UPDATE working SET created = ? WHERE id = ?').run(created, id);
  setStandsIn(db, id, standsIn);
}

/** Says what a working stands in for; null: for nothing. */
export function setStandsIn(db: Db, id: number, standsIn: StandsIn | null): void {
  prepared(db, 'UPDATE working SET stands_in = ? WHERE id = ?').run(standsIn && JSON.stringify(standsIn), id);
}

export function removeWorking(db: Db, id: number): void {
  prepared(db, 'DELETE FROM working WHERE id = ?').run(id);
}

/** What stands on a variable. */
export interface UsedBy {
  /** What workings make of it. */
  workings: { variable: number; title: string }[];
  tables: { table: number; title: string }[];
}

/** What stands on a variable: workings' results, and saved tables. */
export function usersOfVariable(db: Db, id: number): UsedBy {
  return {
    workings: prepared(
      db,
      `SELECT v.id AS variable, CASE WHEN v.label = '' THEN v.name ELSE v.label END AS title
         FROM working_source s JOIN variable v ON v.working_id = s.working_id WHERE s.variable_id = ? ORDER BY v.id`,
    ).all(id) as UsedBy['workings'],
    tables: prepared(
      db,
      'SELECT t.id AS "table", title FROM saved_table_variable u JOIN saved_table t ON t.id = u.table_id ' +
        'WHERE variable_id = ? ORDER BY t.id',
    ).all(id) as UsedBy['tables'],
  };
}
