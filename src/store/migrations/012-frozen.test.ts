import Database from 'better-sqlite3';
import { expect, it } from 'vitest';
import { frozen } from './012-frozen.js';

it('has tables that were kept before follow the study', () => {
  const db = new Database(':memory:');
  db.exec('CREATE TABLE saved_table (id INTEGER PRIMARY KEY, title TEXT NOT NULL) STRICT');
  db.prepare('INSERT INTO saved_table VALUES (?, ?)').run(3, 'Age by site');
  db.exec(frozen);
  expect(db.prepare('SELECT * FROM saved_table').all()).toEqual([{ id: 3, title: 'Age by site', frozen: null }]);
  expect(() =>
    db.prepare('INSERT INTO frozen (at, caption, entry, revision, content) VALUES (?, ?, 1, 1, ?)').run('', '', '{'),
  ).toThrow('CHECK');
  db.close();
});
