import Database from 'better-sqlite3';
import { expect, it } from 'vitest';
import { offScale } from './014-off-scale.js';

it('has variables of before, and those that the ledger can bring back, with all codes on their scale', () => {
  const db = new Database(':memory:');
  db.exec('CREATE TABLE variable (id INTEGER PRIMARY KEY); CREATE TABLE ledger_entry (id INTEGER, delta TEXT) STRICT');
  db.exec('INSERT INTO variable VALUES (3)');
  const things = [
    { of: 'variable', id: 3, before: { label: 'a' }, after: { label: 'b' } },
    { of: 'variable', id: 4, before: { name: 'q', label: 'a' }, after: null },
    { of: 'table', id: 1, before: null, after: { title: 't' } },
  ];
  db.prepare('INSERT INTO ledger_entry VALUES (1, ?)').run(JSON.stringify({ things, order: null }));
  offScale(db);
  expect(db.prepare('SELECT off_scale FROM variable').pluck().get()).toBe('[]');
  const delta = JSON.parse(db.prepare('SELECT delta FROM ledger_entry').pluck().get() as string) as unknown;
  const [changed, gone, table] = things;
  const whole = { ...gone, before: { name: 'q', label: 'a', offScale: [] } };
  expect(delta).toEqual({ things: [changed, whole, table], order: null });
  db.close();
});
