import { dropUnusedLists } from '../store/code-lists.js';
import { removeColumn } from '../store/columns.js';
import type { Db } from '../store/open.js';
import { removeVariable, type VariableRow } from '../store/variables.js';
import { removeWorking, usersOfVariable } from '../store/workings.js';

/** What stands on a variable, in words: it cannot be taken out before them. */
export function usersInWords(db: Db, variable: number): string[] {
  const { workings, tables } = usersOfVariable(db, variable);
  return [...workings.map(({ title }) => title), ...tables.map(({ title }) => `the table "${title}"`)];
}

/** Takes a working out on which nothing stands, with its variable and its column. In a transaction. */
export function takeOut(db: Db, working: number, variable: Pick<VariableRow, 'id' | 'columnId'>): void {
  removeVariable(db, variable.id);
  removeWorking(db, working);
  removeColumn(db, variable.columnId);
  dropUnusedLists(db);
}
