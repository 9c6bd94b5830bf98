import Database from 'better-sqlite3';
import { afterEach, describe, expect, it } from 'vitest';
import { deltaOf } from '../ledger.js';
import type { Db } from '../open.js';
import { allTables } from '../tables.js';
import { MIGRATIONS } from './index.js';

/** A study's file as a program of version 9 left it. */
function fileOfVersion9() {
  const db = new Database(':memory:');
  migrate(db, MIGRATIONS.slice(0, 9));
  return db;
}

function migrate(db: Db, migrations: typeof MIGRATIONS) {
  for (const migration of migrations) {
    if (typeof migration === 'string') db.exec(migration);
    else migration(db);
  }
}

const sentence = { rows: 1, by: 2, within: null, only: [], weight: null };
const usual = { percent: 'column', counts: true, hatch: true, expected: false };
const all = { ...usual, expected: true, residuals: true, letters: 'bonferroni', order: 'frequency' };
const byRows = { ...usual, percent: 'row', counts: false, letters: 'holm' };

describe('what tables showed before version 10', () => {
  const db = fileOfVersion9();
  afterEach(() => db.close());

  it('is a list of figures, in the order in which they stood', () => {
    const insert = db.prepare(
      "INSERT INTO saved_table (title, sentence, shown, created, edited) VALUES (?, ?, ?, 'c', 'e')",
    );
    for (const shown of [usual, all, byRows]) insert.run('t', JSON.stringify(sentence), JSON.stringify(shown));
    const table = { title: 't', sentence, created: 'c', edited: 'e' };
    const delta = {
      things: [
        { of: 'table', id: 1, before: null, after: { ...table, shown: all } },
        { of: 'table', id: 1, before: { shown: usual }, after: { shown: byRows } },
        { of: 'table', id: 1, before: { title: 'a' }, after: { title: 'b' } },
      ],
    };
    db.prepare("INSERT INTO ledger_entry (made_at, kind, words, delta, revision) VALUES ('m', 'table', 'w', ?, 1)").run(
      JSON.stringify(delta),
    );

    migrate(db, MIGRATIONS.slice(9));

    const figures = (...names: string[]) => names.map((figure) => ({ figure }));
    const whole = {
      hatch: true,
      order: 'frequency',
      figures: figures('column-percent', 'count', 'letters', 'expected', 'adjusted-residual'),
      adjustment: 'bonferroni',
    };
    const rows = { hatch: true, figures: figures('row-percent'), adjustment: 'holm' };
    expect(allTables(db).map(({ shown }) => shown)).toEqual([{ hatch: true }, whole, rows]);
    expect(deltaOf(db, 1)?.things.map(({ before, after }) => [before, after])).toEqual([
      [null, { ...table, shown: whole }],
      [{ shown: { hatch: true } }, { shown: rows }],
      [{ title: 'a' }, { title: 'b' }],
    ]);
  });
});
