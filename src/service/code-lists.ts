import { byId } from '../core/by-id.js';
import type { Code } from '../core/codebook/types.js';
import { Fault } from '../core/fault.js';
import {
  allCodeLists,
  type CodeListRow,
  codeListRow,
  codesByList,
  insertCodeList,
  putCodeList,
  removeCodeList,
  usersOfList,
} from '../store/code-lists.js';
import { allVariables, useCodeList } from '../store/variables.js';
import { changeCodebook, type Changed } from './ledger.js';
import type { OpenStudy, Service } from './context.js';
import { checkCodes } from './edit-variable.js';

/** A code list with the variables that use it. */
export interface CodeListView extends CodeListRow {
  codes: Code[];
  users: number[];
  /** A working makes its codes. */
  derived: boolean;
}

/** What a list is to be. */
export interface CodeListDraft {
  name: string;
  codes: Code[];
  /**
   * Where others use it too: change it for all; or make a list of its own of the change, and only for these variables.
   * Without it a list that is used by several is not changed.
   */
  changeFor?: 'all' | number[] | undefined;
}

/** Every code list of the study, with where it is used. */
export function listCodeLists({ db }: OpenStudy): CodeListView[] {
  const codes = codesByList(db);
  const variables = allVariables(db);
  return allCodeLists(db).map((list) => {
    const users = variables.filter(({ codeListId }) => codeListId === list.id);
    return {
      ...list,
      codes: codes.get(list.id) ?? [],
      users: users.map(({ id }) => id),
      derived: users.some(({ workingId }) => workingId !== null),
    };
  });
}

function checkDraft({ name, codes }: CodeListDraft, others: readonly CodeListRow[]): string {
  const wanted = name.trim();
  if (others.some((other) => other.kept && other.name === wanted)) {
    throw new Fault('conflict', `There is a code list called ${wanted} already.`, 'Choose another name.', {
      field: 'name',
    });
  }
  checkCodes(codes);
  return wanted;
}

function findList(study: OpenStudy, id: number): CodeListView {
  const list = byId(listCodeLists(study), id);
  if (list) return list;
  throw new Fault('not-found', `The study has no code list ${id}.`, 'Choose one of its lists.', { field: 'list' });
}

/** Makes a code list that no variable uses yet. @returns its id */
export async function makeCodeList(service: Service, study: OpenStudy, draft: CodeListDraft): Promise<number> {
  let made = 0;
  await changeCodebook(service, study, () => {
    const name = checkDraft(draft, allCodeLists(study.db));
    return {
      words: `New code list ${name}`,
      work: () => {
        made = insertCodeList(study.db, name, draft.codes, true);
      },
    };
  });
  return made;
}

/**
 * Changes a list's name and codes: for all who use it, or for some, who then have a list of their own. A list that was
 * changed here is kept, also where no variable uses it.
 */
export function changeCodeList(service: Service, study: OpenStudy, id: number, draft: CodeListDraft): Promise<Changed> {
  return changeCodebook(service, study, () => {
    const { db } = study;
    const list = findList(study, id);
    if (list.derived)
      throw new Fault('conflict', `A working makes the codes of ${list.name}.`, 'Change them in the working.', {
        field: 'list',
      });
    const { changeFor = list.users.length > 1 ? null : 'all' } = draft;
    const name = checkDraft(
      draft,
      allCodeLists(db).filter((other) => other.id !== id),
    );
    const same = JSON.stringify(list.codes) === JSON.stringify(draft.codes);
    if (changeFor === null && !same) {
      throw new Fault(
        'conflict',
        `${list.users.length} variables use the code list.`,
        'Say whether to change it for all, or for which.',
        { field: 'changeFor' },
      );
    }
    if (changeFor === 'all' || changeFor === null) {
      const words = same
        ? `Name of the code list ${name}`
        : `Code list ${name}, for all ${list.users.length} variables`;
      return { words, work: () => putCodeList(db, { id, name, kept: true }, draft.codes) };
    }
    const stray = changeFor.find((variable) => !list.users.includes(variable));
    if (stray !== undefined)
      throw new Fault('invalid', `Variable ${stray} does not use the code list.`, 'Leave it out.', {
        field: 'changeFor',
      });
    return {
      words: `Code list ${name}, for ${changeFor.length} of ${list.users.length} variables`,
      work: () => useCodeList(db, insertCodeList(db, name, draft.codes), changeFor),
    };
  });
}

/** Takes a list away that nobody uses. */
export function dropCodeList(service: Service, study: OpenStudy, id: number): Promise<Changed> {
  return changeCodebook(service, study, () => {
    const list = codeListRow(study.db, id);
    if (!list)
      throw new Fault('not-found', `The study has no code list ${id}.`, 'Choose one of its lists.', { field: 'list' });
    const users = usersOfList(study.db, id).length;
    if (users > 0)
      throw new Fault(
        'conflict',
        `${users === 1 ? 'A variable uses' : `${users} variables use`} the code list ${list.name}.`,
        'Give it another list first.',
        { field: 'list' },
      );
    return {
      words: `Code list ${list.name} taken out`,
      work: () => removeCodeList(study.db, id),
    };
  });
}
