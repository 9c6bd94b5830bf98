import { dropUnusedLists } from '../store/code-lists.js';
import { removeColumn } from '../store/columns.js';
import type { Db } from '../store/open.js';
import { removeVariable, type VariableRow } from '../store/variables.js';
import { removeWorking } from '../store/workings.js';

/** Takes a working out on which nothing stands, with its variable and its column. In a transaction. */
export function takeOut(db: Db, working: number, variable: Pick<VariableRow, 'id' | 'columnId'>): void {
  removeVariable(db, variable.id);
  removeWorking(db, working);
  removeColumn(db, variable.columnId);
  dropUnusedLists(db);
}
