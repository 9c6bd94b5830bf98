import Database from 'better-sqlite3';
import { afterEach, describe, expect, it } from 'vitest';
import { deltaOf } from '../ledger.js';
import { allWorkings } from '../workings.js';
import { MIGRATIONS } from './index.js';

/** A study's file as a program of version 7 left it. */
function fileOfVersion7() {
  const db = new Database(':memory:');
  for (const migration of MIGRATIONS.slice(0, 7)) if (typeof migration === 'string') db.exec(migration);
  return db;
}

const toNumber = { kind: 'convert', source: 1, decimal: '.', exceptions: [] };
const variable = {
  name: 'age',
  label: 'Age',
  question: '',
  level: 'number',
  codeListId: null,
  workingId: 3,
  madeAt: '2026-01-01',
  note: '',
  group: '',
  starred: false,
  aside: false,
};
const proof = { holds: true, findings: [], columns: [], rows: [], respondents: 0 };

describe('what was kept as JSON before version 8', () => {
  const db = fileOfVersion7();
  afterEach(() => db.close());

  it('gets the parts that were not known then, and fits its shapes', () => {
    db.prepare(
      `INSERT INTO working (id, kind, recipe, proof, holds, signature, created, edited)
       VALUES (3, 'convert', ?, ?, 1, 's', 'c', 'e')`,
    ).run(JSON.stringify(toNumber), JSON.stringify(proof));
    const delta = {
      things: [
        { of: 'variable', id: 2, before: null, after: variable },
        { of: 'variable', id: 5, before: { label: 'a' }, after: { label: 'b' } },
        {
          of: 'working',
          id: 3,
          before: null,
          after: { recipe: toNumber, created: 'c', edited: 'e', standsIn: null },
        },
      ],
    };
    const insert = db.prepare(
      "INSERT INTO ledger_entry (made_at, kind, words, delta, revision) VALUES ('m', 'working', 'w', ?, 1)",
    );
    insert.run(JSON.stringify(delta));
    insert.run(null);

    for (const migration of MIGRATIONS.slice(7))
      if (typeof migration === 'string') db.exec(migration);
      else migration(db);

    expect(allWorkings(db)[0]?.recipe).toEqual({ ...toNumber, to: 'number' });
    expect(deltaOf(db, 1)?.things).toEqual([
      { of: 'variable', id: 2, before: null, after: { ...variable, shownOrder: [], offScale: [] } },
      delta.things[1],
      {
        of: 'working',
        id: 3,
        before: null,
        after: { recipe: { ...toNumber, to: 'number' }, created: 'c', edited: 'e', standsIn: null },
      },
    ]);
    expect(deltaOf(db, 2)).toBeNull();
  });
});
