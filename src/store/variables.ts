import type { Code, Level, Variable } from '../core/codebook/types.js';
import { z } from 'zod';
import { codesByList, NO_CODES } from './code-lists.js';
import { fromKept } from './kept.js';
import type { Db } from './open.js';
import { freshId } from './fresh-id.js';
import { prepared } from './prepared.js';
import { sameRows } from './same-rows.js';
import { columnsChange, untilChanged } from './unchanged.js';

const CodesShape = z.array(z.string());

/** What an analyst says of a variable beyond its codebook entry. */
export interface Marks {
  note: string;
  /** Variables of one group stand together; '' means no group. */
  group: string;
  starred: boolean;
  /** Out of the lists to choose from, until it is asked for. */
  aside: boolean;
  /** Codes in the order in which they are shown, where that is another than the scale; empty: as they are listed. */
  shownOrder: string[];
  /** Codes that have no place on its scale, though they can be answers. */
  offScale: string[];
}

/** A variable with where its values are and what made it. */
export interface VariableRow extends Variable, Marks {
  codes: Code[];
  shownOrder: string[];
  offScale: string[];
  columnId: number;
  codeListId: number | null;
  workingId: number | null;
  /** When it was taken in or made. */
  madeAt: string;
  /** Who made it; '' where nobody is known by a name. */
  madeBy: string;
}

/** A row as it stands in the file, in the order of `COLUMNS`. */
type Flat = [
  id: number,
  name: string,
  label: string,
  question: string,
  level: Level,
  columnId: number,
  codeListId: number | null,
  workingId: number | null,
  note: string,
  group: string,
  starred: 0 | 1,
  aside: 0 | 1,
  shownOrder: string,
  offScale: string,
  madeAt: string,
  madeBy: string,
  themes: 0 | 1 | null,
];

const COLUMNS =
  'id, name, label, question, level, column_id, code_list_id, working_id, note, in_group, starred, aside, ' +
  'shown_order, off_scale, made_at, made_by, ' +
  "(SELECT kind = 'theme' FROM working WHERE working.id = working_id)";

function rowOf(flat: readonly [...Flat, Code[]]): VariableRow {
  const [
    id,
    name,
    label,
    question,
    level,
    columnId,
    codeListId,
    workingId,
    note,
    group,
    starred,
    aside,
    order,
    offScale,
    madeAt,
    madeBy,
    themes,
    codes,
  ] = flat;
  const codesIn = (kept: string, what: string) =>
    kept === '[]' ? [] : fromKept(kept, CodesShape, `${what} of variable ${id}`);
  return {
    id,
    name,
    label,
    question,
    level,
    columnId,
    codeListId,
    workingId,
    note,
    group,
    starred: starred === 1,
    aside: aside === 1,
    shownOrder: codesIn(order, 'the order'),
    offScale: codesIn(offScale, 'the codes off the scale'),
    madeAt,
    madeBy,
    ...(themes === 1 ? { themes: true } : {}),
    codes,
  };
}

/** Where the code list stands in a row. */
const LIST = 6;

const variablesOf = sameRows((flat: readonly [...Flat, Code[]]) => rowOf(flat));

const readVariables = untilChanged((db: Db): VariableRow[] => {
  const lists = codesByList(db);
  // Rows as lists: a study of thousands of variables is read in half the time.
  const rows = prepared(db, `SELECT ${COLUMNS} FROM variable ORDER BY position, id`).raw().all() as Flat[];
  return variablesOf(
    db,
    rows.map((row) => [...row, (row[LIST] === null ? undefined : lists.get(row[LIST])) ?? NO_CODES] as const),
  );
});

/** All variables in the order of the roster. The rows are shared by all who ask, and nobody changes them. */
export const allVariables = (db: Db): VariableRow[] => [...readVariables(db)];

/** Takes everything out of a study's file but its columns. */
export function clearCodebook(db: Db): void {
  columnsChange(db);
  db.exec(`
    DELETE FROM ledger_entry;
    DELETE FROM saved_table;
    DELETE FROM working_source;
    DELETE FROM variable;
    DELETE FROM mark;
    DELETE FROM working;
    DELETE FROM code_list;
    DELETE FROM data_column WHERE origin = 'working';
    DELETE FROM study;
  `);
}

export interface NewVariable {
  name: string;
  label: string;
  question: string;
  level: Level;
  columnId: number;
  codeListId: number | null;
  workingId: number | null;
  /** Who makes it. */
  madeBy?: string | undefined;
}

/** A place in the roster behind all. */
const placeBehindAll = (db: Db): number =>
  (prepared(db, 'SELECT coalesce(max(position), 0) FROM variable').pluck().get() as number) + 1;

function insertAt(db: Db, position: number, variable: NewVariable): number {
  const id = freshId(db, 'variable');
  prepared(
    db,
    `INSERT INTO variable (id, position, name, label, question, level, column_id, code_list_id, working_id, made_at,
       made_by)
     VALUES (@id, @position, @name, @label, @question, @level, @columnId, @codeListId, @workingId, @madeAt, @madeBy)`,
  ).run({ madeBy: '', ...variable, id, position, madeAt: new Date().toISOString() });
  return id;
}

/** Puts a variable at the end of the roster, or right behind another one. Returns its id. */
export function insertVariable(db: Db, variable: NewVariable, behind: number | null = null): number {
  if (behind === null) return insertAt(db, placeBehindAll(db), variable);
  const position = (prepared(db, 'SELECT position FROM variable WHERE id = ?').pluck().get(behind) as number) + 1;
  prepared(db, 'UPDATE variable SET position = position + 1 WHERE position >= ?').run(position);
  return insertAt(db, position, variable);
}

/** Puts many variables at the end of the roster: its end is looked for once. */
export function insertVariables(db: Db, variables: readonly NewVariable[]): void {
  const first = placeBehindAll(db);
  variables.forEach((variable, k) => insertAt(db, first + k, variable));
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
  prepared(
    db,
    'UPDATE variable SET label = ?, question = ?, level = ?, column_id = ?, code_list_id = ? WHERE id = ?',
  ).run(label, question, level, columnId, codeListId, id);
}

/** Gives variables a code list to use. */
export function useCodeList(db: Db, list: number, variables: readonly number[]): void {
  const give = prepared(db, 'UPDATE variable SET code_list_id = ? WHERE id = ?');
  for (const id of variables) give.run(list, id);
}

/** Changes what is said of a variable beyond its entry. */
export function markVariable(db: Db, id: number, marks: Marks): void {
  const { note, group, starred, aside, shownOrder, offScale } = marks;
  prepared(
    db,
    'UPDATE variable SET note = ?, in_group = ?, starred = ?, aside = ?, shown_order = ?, off_scale = ? WHERE id = ?',
  ).run(note, group, starred ? 1 : 0, aside ? 1 : 0, JSON.stringify(shownOrder), JSON.stringify(offScale), id);
}

/** Puts variables in the order of their names; those that are not named stay behind them. */
export function orderVariables(db: Db, names: readonly string[]): void {
  if (names.length === 0) return;
  const place = new Map(names.map((name, position) => [name, position]));
  const at = ({ name }: VariableRow) => place.get(name) ?? names.length;
  const move = prepared(db, 'UPDATE variable SET position = ? WHERE id = ?');
  const ordered = allVariables(db).sort((a, b) => at(a) - at(b));
  db.transaction(() => ordered.forEach(({ id }, position) => move.run(position + 1, id)))();
}

export function renameVariable(db: Db, id: number, name: string): void {
  prepared(db, 'UPDATE variable SET name = ? WHERE id = ?').run(name, id);
}

/** Gives variables other names at once, so that two can change theirs for each other's. */
export function renameVariables(db: Db, names: readonly { id: number; name: string }[]): void {
  // A name that nobody can type, for the time between.
  for (const { id } of names) renameVariable(db, id, `\u0000${id}`);
  for (const { id, name } of names) renameVariable(db, id, name);
}

/**
 * Says what is said of a variable, which stands under its name. By places, not by names: it is done for thousands at
 * once.
 */
function sayOf(db: Db, id: number, { label, question, level, codeListId, ...marks }: NewVariable & Marks): void {
  const { note, group, starred, aside, shownOrder, offScale } = marks;
  prepared(
    db,
    `UPDATE variable SET label = ?, question = ?, level = ?, code_list_id = ?, note = ?, in_group = ?, starred = ?,
       aside = ?, shown_order = ?, off_scale = ? WHERE id = ?`,
  ).run(
    label,
    question,
    level,
    codeListId,
    note,
    group,
    starred ? 1 : 0,
    aside ? 1 : 0,
    JSON.stringify(shownOrder),
    JSON.stringify(offScale),
    id,
  );
}

/**
 * Puts a variable as it is said to be, made again under its id where it is gone; its place in the roster stays.
 * @param old the variable as it stands, where it is there
 */
export function restoreVariable(
  db: Db,
  variable: NewVariable & Marks & { id: number; madeAt: string },
  old?: VariableRow,
): void {
  const { id, name, workingId, madeAt, madeBy = '', columnId } = variable;
  if (!old) {
    prepared(
      db,
      `INSERT INTO variable (id, position, name, label, question, level, column_id, working_id, made_at, made_by)
       VALUES (?, 0, ?, '', '', ?, ?, ?, ?, ?)`,
    ).run(id, name, variable.level, columnId, workingId, madeAt, madeBy);
  } else if (old.name !== name || old.workingId !== workingId || old.madeAt !== madeAt) {
    // By these it is looked up, which takes time to write: most changes leave them.
    prepared(db, 'UPDATE variable SET name = ?, working_id = ?, made_at = ? WHERE id = ?').run(
      name,
      workingId,
      madeAt,
      id,
    );
  }
  sayOf(db, id, variable);
}

export function removeVariable(db: Db, id: number): void {
  prepared(db, 'DELETE FROM variable WHERE id = ?').run(id);
}
