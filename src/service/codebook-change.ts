import { levelsFor } from '../core/codebook/levels.js';
import { Fault } from '../core/fault.js';
import {
  type CodebookState,
  insertChange,
  lastChange,
  type ListState,
  nextUndone,
  setUndone,
} from '../store/codebook-changes.js';
import {
  allCodeLists,
  codeListRow,
  codesOfList,
  dropUnusedLists,
  putCodeList,
  removeCodeList,
  usersOfList,
} from '../store/code-lists.js';
import { columnRow } from '../store/columns.js';
import type { Db } from '../store/open.js';
import { allVariables, markVariable, renameVariables, updateVariable, type VariableRow } from '../store/variables.js';
import type { OpenStudy, Service } from './context.js';
import { change } from './open-study.js';
import { settle } from './settle.js';

/** A change as who made it sees it. */
export interface Changed {
  /** What was done, in words. */
  words: string;
}

function stateOf(db: Db, variables: ReadonlySet<number>, lists: ReadonlySet<number>): CodebookState {
  const states = allVariables(db)
    .filter(({ id }) => variables.has(id))
    .map(({ id, name, label, question, level, codeListId, note, group, starred, aside }) => ({ id, name, label, question, level, codeListId, note, group, starred, aside })); // prettier-ignore
  return {
    variables: states,
    lists: [...lists].map((id): ListState => {
      const row = codeListRow(db, id);
      return row ? { ...row, codes: codesOfList(db, id) } : { id, codes: null };
    }),
  };
}

/**
 * Changes the codebook in one transaction and writes down what it touched, as it was and as it is.
 * @param touched variables that the work changes, and lists that it changes in place; lists it makes or leaves
 * without a user are found
 */
function record(db: Db, words: string, touched: { variables: Iterable<number>; lists: Iterable<number> }, work: () => void) {
  db.transaction(() => {
    const variables = new Set(touched.variables);
    const left = allVariables(db).flatMap(({ id, codeListId }) => (variables.has(id) && codeListId !== null ? [codeListId] : []));
    const lists = new Set([...touched.lists, ...left]);
    const known = new Set(allCodeLists(db).map(({ id }) => id));
    const before = stateOf(db, variables, lists);
    work();
    dropUnusedLists(db);
    const made = allCodeLists(db).flatMap(({ id }) => (known.has(id) ? [] : [id]));
    const after = stateOf(db, variables, new Set([...lists, ...made]));
    before.lists.push(...made.map((id): ListState => ({ id, codes: null })));
    if (JSON.stringify(before) !== JSON.stringify(after)) insertChange(db, words, before, after);
  }).immediate();
} // prettier-ignore

/** Makes a change to the codebook that can be undone; what stands on it is computed again. */
export function changeCodebook(
  service: Service,
  study: OpenStudy,
  plan: () => { words: string; variables: Iterable<number>; lists?: Iterable<number>; work: () => void },
): Promise<Changed> {
  return change(service, study, async () => {
    const { words, variables, lists = [], work } = plan();
    record(study.db, words, { variables, lists }, work);
    await settle(service, study);
    return { words };
  });
}

/** Puts variables and lists as they stood. What a working makes keeps the level and the codes that it was given. */
function putState(db: Db, state: CodebookState): void {
  const known = new Map(allVariables(db).map((variable) => [variable.id, variable]));
  for (const list of state.lists) if (list.codes !== null) putCodeList(db, list, list.codes);
  const there = state.variables.flatMap((one) => (known.has(one.id) ? [{ ...one, row: known.get(one.id)! }] : []));
  renameVariables(db, freeNames(there, [...known.values()]));
  for (const { row, ...one } of there) {
    const derived = row.workingId !== null;
    const level =
      !derived && levelsFor(columnRow(db, row.columnId).storage).includes(one.level) ? one.level : row.level;
    updateVariable(db, one.id, { ...row, ...one, level, codeListId: derived ? row.codeListId : one.codeListId });
    markVariable(db, one.id, one);
  }
  for (const { id, codes } of state.lists)
    if (codes === null && usersOfList(db, id).length === 0) removeCodeList(db, id);
  dropUnusedLists(db);
}

/** Old names to be given back, but for those that another variable has now. */
function freeNames(there: readonly { id: number; name: string }[], all: readonly VariableRow[]): { id: number; name: string }[] {
  const coming = new Set(there.map(({ id }) => id));
  const taken = new Set(all.filter(({ id }) => !coming.has(id)).map(({ name }) => name));
  return there.filter(({ name }) => !taken.has(name));
} // prettier-ignore

function step(service: Service, study: OpenStudy, undo: boolean): Promise<Changed> {
  return change(service, study, async () => {
    const { db } = study;
    const found = undo ? lastChange(db) : nextUndone(db);
    if (!found) {
      throw new Fault(
        'conflict',
        undo ? 'There is no change to undo.' : 'There is no change to do again.',
        'Changes to the codebook are listed from the first one made here.',
      );
    }
    db.transaction(() => {
      putState(db, undo ? found.before : found.after);
      setUndone(db, found.id, undo);
    }).immediate();
    await settle(service, study);
    return { words: found.words };
  });
}

/** Takes the last change to the codebook back. @throws Fault where there is none */
export const undoChange = (service: Service, study: OpenStudy) => step(service, study, true);

/** Makes the change again that was undone last. @throws Fault where there is none */
export const redoChange = (service: Service, study: OpenStudy) => step(service, study, false);
