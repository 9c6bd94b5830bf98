import { IDS_OF_LAYER } from '../core/team/layer-id.js';
import type { Db } from './open.js';
import { prepared } from './prepared.js';

/** Things that have ids which say in which layer they were made. */
const KINDS = ['variable', 'code_list', 'working', 'saved_table', 'binder', 'mark'] as const;
type Kind = (typeof KINDS)[number];

const LARGEST: Readonly<Record<Kind, string>> = {
  variable: 'SELECT max(id) FROM variable WHERE id < ?',
  code_list: 'SELECT max(id) FROM code_list WHERE id < ?',
  working: 'SELECT max(id) FROM working WHERE id < ?',
  saved_table: 'SELECT max(id) FROM saved_table WHERE id < ?',
  binder: 'SELECT max(id) FROM binder WHERE id < ?',
  mark: 'SELECT max(id) FROM mark WHERE id < ?',
};

/** An id for a new thing, which none of its kind had before in any layer of the study. */
export function freshId(db: Db, kind: Kind): number {
  const next = (prepared(db, 'SELECT next FROM fresh_id WHERE of = ?').pluck().get(kind) ?? 1) as number;
  const end = (Math.floor(next / IDS_OF_LAYER) + 1) * IDS_OF_LAYER;
  // What came in by hand is passed over.
  const largest = prepared(db, LARGEST[kind]).pluck().get(end) as number | null;
  const id = Math.max(next, (largest ?? 0) + 1);
  prepared(db, 'INSERT INTO fresh_id VALUES (?, ?) ON CONFLICT (of) DO UPDATE SET next = excluded.next').run(
    kind,
    id + 1,
  );
  return id;
}

/** Has things that are made from now on be of a person's own layer. */
export function startOwnIds(db: Db, person: number): void {
  for (const kind of KINDS) {
    prepared(db, 'INSERT INTO fresh_id VALUES (?, ?) ON CONFLICT (of) DO UPDATE SET next = excluded.next').run(
      kind,
      person * IDS_OF_LAYER + 1,
    );
  }
}
