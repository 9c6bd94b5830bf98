import { canonicalCode, canonicalCodes } from '../core/codebook/number.js';
import type { Code, MissingReason } from '../core/codebook/types.js';
import type { Db } from './open.js';
import { freshId } from './fresh-id.js';
import { prepared } from './prepared.js';
import { sameRows } from './same-rows.js';

/** A code list, whether or not a variable uses it. */
export interface CodeListRow {
  id: number;
  name: string;
  /** Stays when no variable uses it. */
  kept: boolean;
}

/** A list with its codes, the three fields of one behind those of the other. */
type FlatList = [list: number, ...fields: (string | null)[]];

/** A code with fields that stand behind each other. */
const FIELDS = 3;

const listsOf = sameRows(([list, ...fields]: FlatList): readonly [number, Code[]] => {
  const codes: Code[] = [];
  for (let k = 0; k < fields.length; k += FIELDS)
    codes.push({ code: fields[k]!, label: fields[k + 1]!, missing: fields[k + 2] as MissingReason | null });
  return [list, canonicalCodes(codes)];
});

/** The codes of what has no list, always the same object. */
export const NO_CODES: Code[] = [];

/** The codes of every list, by list. They are shared by all who ask, and nobody changes them. */
export function codesByList(db: Db): Map<number, Code[]> {
  const rows = prepared(db, 'SELECT list_id, code, label, missing FROM code ORDER BY list_id, position')
    .raw()
    .all() as [list: number, code: string, label: string, missing: string | null][];
  const flats: FlatList[] = [];
  for (const [list, code, label, missing] of rows) {
    const last = flats.at(-1);
    if (last?.[0] === list) last.push(code, label, missing);
    else flats.push([list, code, label, missing]);
  }
  return new Map(listsOf(db, flats));
}

export function codesOfList(db: Db, list: number): Code[] {
  const rows = prepared(db, 'SELECT code, label, missing FROM code WHERE list_id = ? ORDER BY position').all(list);
  return canonicalCodes(rows as Code[]);
}

/** All code lists, the oldest first. */
export function allCodeLists(db: Db): CodeListRow[] {
  const rows = prepared(db, 'SELECT id, name, kept FROM code_list ORDER BY id').all() as (Omit<CodeListRow, 'kept'> & {
    kept: 0 | 1;
  })[];
  return rows.map((row) => ({ ...row, kept: row.kept === 1 }));
}

export function codeListRow(db: Db, id: number): CodeListRow | null {
  const row = prepared(db, 'SELECT id, name, kept FROM code_list WHERE id = ?').get(id) as
    (Omit<CodeListRow, 'kept'> & { kept: 0 | 1 }) | undefined;
  return row ? { ...row, kept: row.kept === 1 } : null;
}

function insertCodes(db: Db, list: number, codes: readonly Code[]): void {
  const insert = prepared(db, 'INSERT INTO code (list_id, position, code, label, missing) VALUES (?, ?, ?, ?, ?)');
  codes.forEach(({ code, label, missing }, position) =>
    insert.run(list, position, canonicalCode(code), label, missing),
  );
}

export function insertCodeList(db: Db, name: string, codes: readonly Code[], kept = false): number {
  const id = freshId(db, 'code_list');
  prepared(db, 'INSERT INTO code_list (id, name, kept) VALUES (?, ?, ?)').run(id, name, kept ? 1 : 0);
  insertCodes(db, id, codes);
  return id;
}

/** Gives a code list other codes; every variable that uses it follows. */
export function replaceCodes(db: Db, list: number, codes: readonly Code[]): void {
  prepared(db, 'DELETE FROM code WHERE list_id = ?').run(list);
  insertCodes(db, list, codes);
}

/** Puts a code list as it is said to be, made again under its id where it is gone. */
export function putCodeList(db: Db, { id, name, kept }: CodeListRow, codes: readonly Code[]): void {
  prepared(
    db,
    'INSERT INTO code_list (id, name, kept) VALUES (@id, @name, @kept) ON CONFLICT (id) DO UPDATE SET name = ' +
      '@name, kept = @kept',
  ).run({ id, name, kept: kept ? 1 : 0 });
  replaceCodes(db, id, codes);
}

/** Takes a code list away that no variable uses. */
export function removeCodeList(db: Db, id: number): void {
  prepared(db, 'DELETE FROM code_list WHERE id = ?').run(id);
}

/** Removes code lists that no variable uses, but those that are kept. */
export function dropUnusedLists(db: Db): void {
  prepared(
    db,
    'DELETE FROM code_list WHERE kept = 0 AND id NOT IN (SELECT code_list_id FROM variable WHERE code_list_id ' +
      'IS NOT NULL)',
  ).run();
}

/** Variables that use a code list. */
export function usersOfList(db: Db, list: number): number[] {
  return prepared(db, 'SELECT id FROM variable WHERE code_list_id = ? ORDER BY position, id')
    .pluck()
    .all(list) as number[];
}
