import { existsSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import type { Database } from 'better-sqlite3';
import { z } from 'zod';
import { Fault } from '../core/fault.js';
import { type Delta, DeltaShape } from '../core/ledger/delta-shape.js';
import { layerOf, OWN_COLUMNS } from '../core/team/layer-id.js';
import { columnsChange } from './unchanged.js';
import { startOwnIds } from './fresh-id.js';
import { fromKept } from './kept.js';
import { prepared } from './prepared.js';

type Db = Database;

/** Revisions of what an own layer stands on, by the id of the layer. */
const StandsOnShape = z.record(z.string(), z.int());
export type StandsOn = z.infer<typeof StandsOnShape>;

export interface OwnLayerRow {
  person: number;
  standsOn: StandsOn;
}

/** Where own layers are kept: beside the folder of the studies. */
const OWN_FOLDER = 'own';

/** The file that an own layer stands on. */
const baseFile = (own: string, base: string) => join(dirname(dirname(own)), 'studies', basename(base));

/**
 * The file in which the values of a column are: those that an own layer has not computed itself are in the study's.
 * @example fileOfColumn('/store/own/plots~3.sqlite', 12) // '/store/studies/plots.sqlite'
 */
export function fileOfColumn(file: string, column: number): string {
  const name = basename(file, '.sqlite');
  const { study, person } = layerOf(name);
  return person === null || column >= OWN_COLUMNS ? file : baseFile(file, `${study}.sqlite`);
}

/** The folder of own layers in a store. */
export const ownFolder = (folder: string) => join(folder, OWN_FOLDER);

/**
 * Has an own layer read what it does not hold itself out of the file that it stands on: the values of columns. Nothing
 * is done to the file of a study.
 * @throws Fault where the file that it stands on is gone
 */
export function standOnBase(db: Db, path: string): void {
  const hasLayers = db.prepare("SELECT 1 FROM sqlite_master WHERE name = 'own_layer'").get();
  const base = hasLayers ? (db.prepare('SELECT base FROM own_layer').pluck().get() as string | undefined) : undefined;
  if (base === undefined) return;
  const file = baseFile(path, base);
  if (!existsSync(file))
    throw new Fault('not-found', 'The study that this layer stands on is gone.', 'Take it out of the bin.', {
      file: base,
    });
  attachBase(db, file);
}

/** Lets go of the file that an own layer stands on, which is about to be moved; `standOnBase` takes it up again. */
export function letGoOfBase(db: Db): void {
  db.exec('DROP VIEW temp.chunk; DETACH DATABASE base');
}

/** KiB of pages that one own layer keeps in memory, and of the file beneath it: hundreds may be open at once. */
const OWN_PAGES = 512;

function attachBase(db: Db, file: string): void {
  db.prepare('ATTACH DATABASE ? AS base').run(file);
  db.pragma(`main.cache_size = -${OWN_PAGES}`);
  db.pragma(`base.cache_size = -${OWN_PAGES}`);
  // It stands before the table of this name when something is read; what is written names the table.
  db.exec('CREATE TEMP VIEW chunk AS SELECT * FROM main.chunk UNION ALL SELECT * FROM base.chunk');
}

/** What a layer has its own of from the beginning; all else is a copy. */
const OWN_TABLES = ['chunk', 'ledger_entry', 'draft', 'request', 'seal', 'own_layer', 'fresh_id', 'news', 'unread_row'];

const tablesOf = (db: Db) =>
  (
    db
      .prepare("SELECT name FROM base.sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'")
      .pluck()
      .all() as string[]
  ).filter((name) => !OWN_TABLES.includes(name));

/** Makes a new file an own layer over a study: the study's codebook and all that is made of it, and nothing else. */
export function startOwnLayer(db: Db, { base, person, id }: { base: string; person: number; id: string }): void {
  attachBase(db, base);
  db.pragma('foreign_keys = OFF');
  db.transaction(() => {
    for (const table of tablesOf(db)) {
      db.exec(`DELETE FROM main."${table}"`);
      db.exec(`INSERT INTO main."${table}" SELECT * FROM base."${table}"`);
    }
    db.prepare('UPDATE study SET id = ?').run(id);
    db.prepare("DELETE FROM main.sqlite_sequence WHERE name = 'data_column'").run();
    db.prepare("INSERT INTO main.sqlite_sequence (name, seq) VALUES ('data_column', ?)").run(OWN_COLUMNS);
    db.prepare("INSERT INTO own_layer VALUES (1, ?, ?, '{}', ?)").run(
      basename(base),
      person,
      JSON.stringify({ things: [] }),
    );
    startOwnIds(db, person);
  }).immediate();
  db.pragma('foreign_keys = ON');
}

/** Of an own layer: whose it is, and what it was brought up to; null: it is a study. */
export function ownLayerRow(db: Db): OwnLayerRow | null {
  const row = prepared(db, 'SELECT person, stands_on AS standsOn FROM own_layer').get() as
    { person: number; standsOn: string } | undefined;
  return row ? { person: row.person, standsOn: fromKept(row.standsOn, StandsOnShape, 'what it stands on') } : null;
}

/** What an own layer was brought up to, as a change out of nothing. */
export const groundOf = (db: Db): Delta =>
  fromKept(
    prepared(db, 'SELECT ground FROM own_layer').pluck().get() as string,
    DeltaShape,
    'the ground of an own layer',
  );

export function setGround(db: Db, standsOn: StandsOn, ground: Delta): void {
  prepared(db, 'UPDATE own_layer SET stands_on = ?, ground = ?').run(JSON.stringify(standsOn), JSON.stringify(ground));
}

/** That an own layer stands on later revisions in which nothing is another. */
export function setStandsOn(db: Db, standsOn: StandsOn): void {
  prepared(db, 'UPDATE own_layer SET stands_on = ?').run(JSON.stringify(standsOn));
}

/**
 * Takes over what an own layer cannot change of the study that it stands on, but for its columns: its name, how many
 * respondents it has, its files. In a transaction.
 */
export function takeStudy(db: Db): void {
  const row = 'subtitle, respondents, file_name, file_sha256, wave_variable, settings, name';
  db.exec(`
    UPDATE study SET (${row}) = (SELECT ${row} FROM base.study);
    DELETE FROM source_file; INSERT INTO source_file SELECT * FROM base.source_file;
    INSERT OR IGNORE INTO frozen SELECT * FROM base.frozen;
    DELETE FROM template; INSERT INTO template SELECT * FROM base.template;
    DELETE FROM link; INSERT INTO link SELECT * FROM base.link;
  `);
}

/** Whether variables of the study that an own layer stands on have columns that it does not know. */
export const lacksColumns = (db: Db): boolean =>
  prepared(db, 'SELECT EXISTS (SELECT 1 FROM base.variable WHERE column_id NOT IN (SELECT id FROM main.data_column))')
    .pluck()
    .get() === 1;

/** Takes over the columns of the study that an own layer stands on, with what `takeStudy` does. In a transaction. */
export function takeColumns(db: Db): void {
  columnsChange(db);
  takeStudy(db);
  db.exec(`
    INSERT INTO data_column SELECT * FROM base.data_column WHERE id NOT IN (SELECT id FROM main.data_column);
    INSERT INTO column_code SELECT * FROM base.column_code
      WHERE column_id NOT IN (SELECT column_id FROM main.column_code);
    INSERT OR IGNORE INTO linked_column SELECT * FROM base.linked_column;
  `);
}

/** A variable of the study beneath, with where its values are there, and what its working came to. */
interface BeneathRow {
  id: number;
  columnId: number;
  workingId: number | null;
}

/**
 * Has what workings of the study beneath made be used as it is there, wherever this layer has the same working. What
 * differs here in what it is made of is computed again afterwards, by its signature.
 */
export function takeResults(db: Db): void {
  const rows = prepared(
    db,
    `SELECT v.id, b.column_id AS columnId, b.working_id AS workingId FROM variable v JOIN base.variable b USING (id)
     JOIN base.working bw ON bw.id = b.working_id JOIN working w ON w.id = b.working_id
     WHERE v.working_id = b.working_id AND w.recipe = bw.recipe AND w.signature != bw.signature`,
  ).all() as BeneathRow[];
  const sources = prepared(
    db,
    `UPDATE variable SET column_id = (SELECT column_id FROM base.variable b WHERE b.id = variable.id)
     WHERE working_id IS NULL AND id IN (SELECT id FROM base.variable)`,
  );
  sources.run();
  const point = prepared(db, 'UPDATE variable SET column_id = ? WHERE id = ?');
  const prove = prepared(
    db,
    `UPDATE working SET (proof, holds, signature) =
       (SELECT proof, holds, signature FROM base.working b WHERE b.id = working.id) WHERE id = ?`,
  );
  for (const { id, columnId, workingId } of rows) {
    point.run(columnId, id);
    prove.run(workingId);
  }
  columnsChange(db);
  prepared(
    db,
    // What was computed here for this very change has no variable yet.
    `DELETE FROM data_column WHERE id < ? AND id NOT IN (SELECT column_id FROM variable)
     AND id NOT IN (SELECT id FROM base.data_column WHERE origin = 'source')`,
  ).run(OWN_COLUMNS);
}

export interface NewsRow {
  id: number;
  at: string;
  words: string;
}

export function addNews(db: Db, words: string): void {
  prepared(db, 'INSERT INTO news (at, words) VALUES (?, ?)').run(new Date().toISOString(), words);
}

/** What became of a layer when what it stands on changed, the newest first. */
export const allNews = (db: Db): NewsRow[] =>
  prepared(db, 'SELECT id, at, words FROM news ORDER BY id DESC LIMIT 100').all() as NewsRow[];

export function dropNews(db: Db): void {
  prepared(db, 'DELETE FROM news').run();
}
