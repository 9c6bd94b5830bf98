import type { Database } from 'better-sqlite3';
import { type Json, rewriteJson } from './rewrite-json.js';

interface Thing {
  of: string;
  before: Json | null;
  after: Json | null;
}

const withOffScale = (variable: Json | null): Json | null =>
  variable && !('offScale' in variable) ? { ...variable, offScale: [] } : variable;

/** Where a variable was made or taken away its whole state is kept; where it was changed, what was changed of it. */
function upToDate(delta: { things: Thing[] }): unknown {
  const things = delta.things.map((thing) => {
    const isWhole = thing.before === null || thing.after === null;
    if (thing.of !== 'variable' || !isWhole) return thing;
    return { ...thing, before: withOffScale(thing.before), after: withOffScale(thing.after) };
  });
  return { ...delta, things };
}

/** Codes of a variable can be said to have no place on its scale, in all tables. */
export function offScale(db: Database): void {
  db.exec("ALTER TABLE variable ADD COLUMN off_scale TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(off_scale))");
  rewriteJson(db, 'ledger_entry', 'delta', upToDate);
}
