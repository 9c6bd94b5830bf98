import Database from 'better-sqlite3';
import { expect, it } from 'vitest';
import { binders } from './011-binders.js';

const after = (tables: readonly number[]) => {
  const db = new Database(':memory:');
  db.exec('CREATE TABLE saved_table (id INTEGER PRIMARY KEY)');
  for (const id of tables) db.prepare('INSERT INTO saved_table VALUES (?)').run(id);
  db.exec(binders);
  const row = db.prepare('SELECT name, items FROM binder').get() as { name: string; items: string };
  db.close();
  return { name: row.name, items: JSON.parse(row.items) as unknown };
};

it('puts the tables that were kept into one binder, in their order', () => {
  expect(after([])).toEqual({ name: 'Binder', items: [] });
  expect(after([7, 3])).toEqual({
    name: 'Binder',
    items: [
      { is: 'table', table: 3 },
      { is: 'table', table: 7 },
    ],
  });
});
