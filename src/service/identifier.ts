import { titleOf } from '../core/codebook/types.js';
import { allColumnRows, columnCodes, isCoded } from '../store/columns.js';
import type { Db } from '../store/open.js';
import { studyRow } from '../store/study.js';
import { allVariables, type VariableRow } from '../store/variables.js';
import type { Identifier } from './worker/derive/types.js';

/** Names by which identifiers go. */
const IDENTIFIER =
  /(^|[^a-z])(id|ident|identifier|key|serial|case|caseid|respid|respondent|uuid|guid|number|no|nr)([^a-z]|$)/i;

/** Whether a variable may tell respondents apart, by its name and level. */
export const mayIdentify = ({ name, label, level }: Pick<VariableRow, 'name' | 'label' | 'level'>) =>
  (level === 'text' || level === 'number') && IDENTIFIER.test(`${name} ${label}`.replace(/[_.-]/g, ' '));

/**
 * The variable by which a study calls its respondents: the first that may tell them apart and that all have; or null.
 */
export function identifierOf(db: Db): Identifier | null {
  const columns = allColumnRows(db);
  const { respondents } = studyRow(db);
  const match = allVariables(db).find((variable) => {
    const column = columns.get(variable.columnId);
    if (variable.workingId !== null || !column || column.blank > 0 || !mayIdentify(variable)) return false;
    return !isCoded(column.storage) || columnCodes(db, column.id).length === respondents;
  });
  return match ? { column: match.columnId, title: titleOf(match) } : null;
}
