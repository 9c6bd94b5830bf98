import { parseNumber } from '../core/codebook/number.js';
import { type Code, type Level, titleOf } from '../core/codebook/types.js';
import { Fault } from '../core/fault.js';
import { columnCodes, columnRow } from '../store/columns.js';
import {
  allVariables,
  dropUnusedLists,
  insertCodeList,
  replaceCodes,
  updateVariable,
  usersOfList,
} from '../store/variables.js';
import type { OpenStudy, Service } from './context.js';
import { change } from './open-study.js';
import { detailVariable, findVariable, type VariableDetail } from './roster.js';
import { settle } from './settle.js';

export interface VariableEdit {
  label?: string | undefined;
  question?: string | undefined;
  level?: Exclude<Level, 'multiple'> | undefined;
  codes?: Code[] | undefined;
  /** Where the code list is shared: change it for all who use it, or only here. */
  codesFor?: 'all' | 'this' | undefined;
}

function checkCodes(codes: readonly Code[]): void {
  const seen = new Map<string, number>();
  codes.forEach(({ code }, k) => {
    const twin = seen.get(code);
    if (twin !== undefined) {
      throw new Fault(
        'invalid',
        `The code ${code} stands twice, in lines ${twin + 1} and ${k + 1}.`,
        'Take one of the two out.',
        { code, field: `codes[${k}].code` },
      );
    }
    seen.set(code, k);
  });
}

function checkLevel(study: OpenStudy, columnId: number, level: Level, title: string): void {
  const { storage } = columnRow(study.db, columnId);
  const coded = storage === 'coded8' || storage === 'coded16';
  if ((level === 'unordered' || level === 'ordered') && !coded) {
    throw new Fault('unsupported', `${title} has too many different values to be categories.`, 'Keep it as it is.', {
      variable: title,
      field: 'level',
    });
  }
  if (level === 'number' && storage === 'text') {
    throw new Fault('unsupported', `${title} is text.`, 'Keep it as text.', { variable: title, field: 'level' });
  }
  if (level === 'number' && coded && !columnCodes(study.db, columnId).some(({ code }) => parseNumber(code) !== null)) {
    throw new Fault('unsupported', `${title} holds no numbers.`, 'Keep it as categories or text.', {
      variable: title,
      field: 'level',
    });
  }
}

/** Changes a variable's entry in the codebook; the column stays as it is, workings that stand on it follow. */
export function editVariable(
  service: Service,
  study: OpenStudy,
  id: number,
  edit: VariableEdit,
): Promise<VariableDetail> {
  return change(service, study, async () => {
    const { db } = study;
    const variable = findVariable(db, id);
    const title = titleOf(variable);
    if (variable.workingId !== null && (edit.codes ?? edit.level) !== undefined) {
      throw new Fault('conflict', `${title} is made by a working.`, 'Change its categories in the working.', {
        variable: variable.name,
      });
    }
    if (edit.level) checkLevel(study, variable.columnId, edit.level, title);
    if (edit.codes) checkCodes(edit.codes);
    const sharing =
      variable.codeListId === null ? [] : usersOfList(db, variable.codeListId).filter((other) => other !== id);
    if (edit.codes && sharing.length > 0 && edit.codesFor === undefined) {
      const names = allVariables(db)
        .filter((one) => sharing.includes(one.id))
        .map(titleOf);
      throw new Fault(
        'conflict',
        `The code list is shared with ${names.join(', ')}.`,
        'Say whether to change it for all, or only here.',
        { field: 'codesFor' },
      );
    }
    db.transaction(() => {
      let codeListId = variable.codeListId;
      if (edit.codes) {
        if (codeListId === null || (sharing.length > 0 && edit.codesFor === 'this')) {
          codeListId = insertCodeList(db, variable.name, edit.codes);
        } else replaceCodes(db, codeListId, edit.codes);
      }
      updateVariable(db, id, {
        label: edit.label ?? variable.label,
        question: edit.question ?? variable.question,
        level: edit.level ?? variable.level,
        columnId: variable.columnId,
        codeListId,
      });
      dropUnusedLists(db);
    }).immediate();
    await settle(service, study);
    return detailVariable(service, study, id);
  });
}
