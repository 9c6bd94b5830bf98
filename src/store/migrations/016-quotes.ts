import type { Database } from 'better-sqlite3';
import { type Json, rewriteJson } from './rewrite-json.js';

interface Thing {
  of: string;
  before: Json | null;
  after: Json | null;
}

const withoutQuote = (mark: Json | null): Json | null => (mark && !('quote' in mark) ? { ...mark, quote: null } : mark);

/** Where a mark was made or taken away its whole state is kept; where it was changed, what was changed of it. */
function upToDate(delta: { things: Thing[] }): unknown {
  const things = delta.things.map((thing) => {
    const isWhole = thing.before === null || thing.after === null;
    if (thing.of !== 'mark' || !isWhole) return thing;
    return { ...thing, before: withoutQuote(thing.before), after: withoutQuote(thing.after) };
  });
  return { ...delta, things };
}

/** An answer that was coded can be marked as a quotation. */
export function quotes(db: Database): void {
  db.exec('ALTER TABLE mark ADD COLUMN quote TEXT');
  rewriteJson(db, 'ledger_entry', 'delta', upToDate);
}
