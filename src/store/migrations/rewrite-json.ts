import type { Database } from 'better-sqlite3';

/** JSON as it was kept; of what form, is what a migration looks at. */
export type Json = Record<string, unknown>;

/** Rewrites what stands as JSON in a column of a table, where `change` makes another of it. */
export function rewriteJson(db: Database, table: string, column: string, change: (json: never) => unknown): void {
  const rows = db.prepare(`SELECT id, ${column} AS json FROM ${table} WHERE ${column} IS NOT NULL`).all();
  const put = db.prepare(`UPDATE ${table} SET ${column} = ? WHERE id = ?`);
  for (const { id, json } of rows as { id: number; json: string }[]) {
    const now = JSON.stringify(change(JSON.parse(json) as never));
    if (now !== json) put.run(now, id);
  }
}
