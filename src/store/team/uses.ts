import type { Db } from '../open.js';
import { prepared } from '../prepared.js';

/** Writes down which variables somebody uses in their own layer, in the place of what was written before. */
export function setUses(db: Db, study: string, person: number, variables: Iterable<number>): void {
  db.transaction(() => {
    prepared(db, 'DELETE FROM use WHERE study = ? AND person_id = ?').run(study, person);
    const insert = prepared(db, 'INSERT OR IGNORE INTO use (study, person_id, variable) VALUES (?, ?, ?)');
    for (const variable of variables) insert.run(study, person, variable);
  }).immediate();
}

/** How many people use a variable in their own layers, by variable. */
export const peopleUsing = (db: Db, study: string): ReadonlyMap<number, number> =>
  new Map(
    prepared(db, 'SELECT variable, count(*) FROM use WHERE study = ? GROUP BY variable').raw().all(study) as [
      number,
      number,
    ][],
  );
