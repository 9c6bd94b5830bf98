import type { StudyState } from '../../ledger/study-state.js';
import type { Applied, Applying } from './apply-shape.js';
import { idsOfVariables } from './ids-of-variables.js';
import { putLists } from './put-lists.js';
import { putMarks } from './put-marks.js';
import { putTables } from './put-tables.js';
import { putVariables } from './put-variables.js';

/**
 * A study as its text would have it. Things keep their ids where the text names them: variables by their names or
 * their columns' headings, lists and binders by their names, tables by their titles or sentences. With a problem
 * nothing of it is to be used.
 */
export function applyStudy(applying: Applying): Applied {
  const { now } = applying;
  const ids = idsOfVariables(applying);
  // Without its columns nothing that is made of them can be told right or wrong.
  if (ids.problems.length > 0) return { state: now, problems: ids.problems };
  const lists = putLists(applying);
  const { variable, working, order, problems } = putVariables(applying, ids, lists);
  const state: StudyState = { ...now, order, variable, working, list: lists.list };
  const marks = putMarks(applying, ids.byName, state);
  const tables = putTables(applying, ids.byName, state);
  return {
    state: { ...state, mark: marks.mark, table: tables.table, binder: tables.binder },
    problems: [...lists.problems, ...problems, ...marks.problems, ...tables.problems],
  };
}
