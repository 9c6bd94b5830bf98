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

/**
 * A number that is another whenever a mark is: marks are many, and are read again only then. It goes back with a
 * transaction that is taken back.
 */
const VERSION = `
CREATE TABLE mark_version (id INTEGER PRIMARY KEY CHECK (id = 1), version INTEGER NOT NULL) STRICT;
INSERT INTO mark_version VALUES (1, random());
CREATE TRIGGER mark_comes AFTER INSERT ON mark BEGIN UPDATE mark_version SET version = random(); END;
CREATE TRIGGER mark_changes AFTER UPDATE ON mark BEGIN UPDATE mark_version SET version = random(); END;
CREATE TRIGGER mark_goes AFTER DELETE ON mark BEGIN UPDATE mark_version SET version = random(); END;
`;

/** An answer that was coded can be marked as a quotation. */
export function quotes(db: Database): void {
  db.exec('ALTER TABLE mark ADD COLUMN quote TEXT');
  db.exec(VERSION);
  rewriteJson(db, 'ledger_entry', 'delta', upToDate);
}
