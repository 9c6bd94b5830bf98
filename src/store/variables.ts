import type { Code, Level, MissingReason, Variable } from '../core/codebook/types.js';
import type { Db } from './open.js';

/** A variable with where its values are and what made it. */
export interface VariableRow extends Variable {
  codes: Code[];
  columnId: number;
  codeListId: number | null;
  workingId: number | null;
}

interface Flat {
  id: number;
  name: string;
  label: string;
  question: string;
  level: Level;
  columnId: number;
  codeListId: number | null;
  workingId: number | null;
}

const COLUMNS =
  'id, name, label, question, level, column_id AS columnId, code_list_id AS codeListId, working_id AS workingId';

function codeLists(db: Db): Map<number, Code[]> {
  const rows = db
    .prepare('SELECT list_id AS list, code, label, missing FROM code ORDER BY list_id, position')
    .all() as { list: number; code: string; label: string; missing: MissingReason | null }[];
  const lists = new Map<number, Code[]>();
  for (const { list, code, label, missing } of rows) {
    const codes = lists.get(list);
    if (codes) codes.push({ code, label, missing });
    else lists.set(list, [{ code, label, missing }]);
  }
  return lists;
}

/** All variables in the order of the roster. */
export function allVariables(db: Db): VariableRow[] {
  const lists = codeLists(db);
  return (db.prepare(`SELECT ${COLUMNS} FROM variable ORDER BY position, id`).all() as Flat[]).map((row) => ({
    ...row,
    codes: row.codeListId === null ? [] : (lists.get(row.codeListId) ?? []),
  }));
}

export function insertCodeList(db: Db, name: string, codes: readonly Code[]): number {
  const id = Number(db.prepare('INSERT INTO code_list (name) VALUES (?)').run(name).lastInsertRowid);
  insertCodes(db, id, codes);
  return id;
}

function insertCodes(db: Db, list: number, codes: readonly Code[]): void {
  const insert = db.prepare('INSERT INTO code (list_id, position, code, label, missing) VALUES (?, ?, ?, ?, ?)');
  codes.forEach(({ code, label, missing }, position) => insert.run(list, position, code, label, missing));
}

/** All code lists, the oldest first. */
export function allCodeLists(db: Db): { id: number; name: string }[] {
  return db.prepare('SELECT id, name FROM code_list ORDER BY id').all() as { id: number; name: string }[];
}

/** Gives a code list other codes; every variable that uses it follows. */
export function replaceCodes(db: Db, list: number, codes: readonly Code[]): void {
  db.prepare('DELETE FROM code WHERE list_id = ?').run(list);
  insertCodes(db, list, codes);
}

/** Takes everything out of a study's file but its columns. */
export function clearCodebook(db: Db): void {
  db.exec(`
    DELETE FROM saved_table;
    DELETE FROM working_source;
    DELETE FROM variable;
    DELETE FROM working;
    DELETE FROM code_list;
    DELETE FROM data_column WHERE origin = 'working';
    DELETE FROM study;
  `);
}

/** Removes code lists that no variable uses. */
export function dropUnusedLists(db: Db): void {
  db.prepare(
    'DELETE FROM code_list WHERE id NOT IN (SELECT code_list_id FROM variable WHERE code_list_id IS NOT NULL)',
  ).run();
}

export function usersOfList(db: Db, list: number): number[] {
  return db.prepare('SELECT id FROM variable WHERE code_list_id = ?').pluck().all(list) as number[];
}

export interface NewVariable {
  name: string;
  label: string;
  question: string;
  level: Level;
  columnId: number;
  codeListId: number | null;
  workingId: number | null;
}

/** Puts a variable at the end of the roster, or right behind another one. */
export function insertVariable(db: Db, variable: NewVariable, behind: number | null = null): number {
  const last = db.prepare('SELECT coalesce(max(position), 0) FROM variable').pluck().get() as number;
  const position =
    behind === null
      ? last + 1
      : (db.prepare('SELECT position FROM variable WHERE id = ?').pluck().get(behind) as number) + 1;
  if (behind !== null) db.prepare('UPDATE variable SET position = position + 1 WHERE position >= ?').run(position);
  return Number(
    db
      .prepare(
        `INSERT INTO variable (position, name, label, question, level, column_id, code_list_id, working_id)
         VALUES (@position, @name, @label, @question, @level, @columnId, @codeListId, @workingId)`,
      )
      .run({ ...variable, position }).lastInsertRowid,
  );
}

export function updateVariable(
  db: Db,
  id: number,
  {
    label,
    question,
    level,
    columnId,
    codeListId,
  }: Pick<VariableRow, 'label' | 'question' | 'level' | 'columnId' | 'codeListId'>,
): void {
  db.prepare(
    'UPDATE variable SET label = ?, question = ?, level = ?, column_id = ?, code_list_id = ? WHERE id = ?',
  ).run(label, question, level, columnId, codeListId, id);
}

/** Puts variables in the order of their names; those that are not named stay behind them. */
export function orderVariables(db: Db, names: readonly string[]): void {
  if (names.length === 0) return;
  const place = new Map(names.map((name, position) => [name, position]));
  const at = ({ name }: VariableRow) => place.get(name) ?? names.length;
  const move = db.prepare('UPDATE variable SET position = ? WHERE id = ?');
  const ordered = allVariables(db).sort((a, b) => at(a) - at(b));
  db.transaction(() => ordered.forEach(({ id }, position) => move.run(position + 1, id)))();
}

export function renameVariable(db: Db, id: number, name: string): void {
  db.prepare('UPDATE variable SET name = ? WHERE id = ?').run(name, id);
}

export function removeVariable(db: Db, id: number): void {
  db.prepare('DELETE FROM variable WHERE id = ?').run(id);
}
