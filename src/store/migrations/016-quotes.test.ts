import Database from 'better-sqlite3';
import { expect, it } from 'vitest';
import { quotes } from './016-quotes.js';

it('has marks of before, and those that the ledger can bring back, as no quotations', () => {
  const db = new Database(':memory:');
  db.exec('CREATE TABLE mark (id INTEGER PRIMARY KEY); CREATE TABLE ledger_entry (id INTEGER, delta TEXT) STRICT');
  db.exec('INSERT INTO mark VALUES (3)');
  const things = [
    { of: 'mark', id: 3, before: { verdict: 'themes' }, after: { verdict: 'unclear' } },
    { of: 'mark', id: 4, before: null, after: { text: 'Rats', verdict: 'themes' } },
    { of: 'table', id: 1, before: null, after: { title: 't' } },
  ];
  db.prepare('INSERT INTO ledger_entry VALUES (1, ?)').run(JSON.stringify({ things }));
  quotes(db);
  expect(db.prepare('SELECT quote FROM mark').pluck().get()).toBe(null);
  const delta = JSON.parse(db.prepare('SELECT delta FROM ledger_entry').pluck().get() as string) as unknown;
  const [changed, made, table] = things;
  expect(delta).toEqual({ things: [changed, { ...made, after: { ...made!.after, quote: null } }, table] });
  db.close();
});
