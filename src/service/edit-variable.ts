import { type Code, type Level, LEVEL_WORDS, titleOf } from '../core/codebook/types.js';
import { canonicalCode } from '../core/codebook/number.js';
import { type CodeEdit, putCodes } from '../core/codebook/put-codes.js';
import { Fault } from '../core/fault.js';
import { codeListRow, insertCodeList, replaceCodes, usersOfList } from '../store/code-lists.js';
import type { Db } from '../store/open.js';
import {
  allVariables,
  type Marks,
  markVariable,
  renameVariables,
  updateVariable,
  type VariableRow,
} from '../store/variables.js';
import { changeCodebook, type Changed } from './ledger.js';
import type { OpenStudy, Service } from './context.js';
import { checkLevel } from './levels.js';
import { detailVariable, type VariableDetail } from './roster.js';

/** What is to be different in a variable's entry. */
export interface VariableEdit extends Partial<{ [K in keyof Marks]: Marks[K] | undefined }> {
  name?: string | undefined;
  label?: string | undefined;
  question?: string | undefined;
  level?: Exclude<Level, 'multiple'> | undefined;
  /** Codes to change or add; the others of the list stay. */
  codes?: CodeEdit[] | undefined;
  /** The list has these codes and no others. */
  onlyThese?: boolean | undefined;
  /** Where the code list is shared: change it for all, or only here. */
  codesFor?: 'all' | 'this' | undefined;
  /** A code list to use in the place of the variable's own; null: none. */
  codeList?: number | null | undefined;
}

/** An edit with the variable that it is for. */
export interface EntryEdit extends VariableEdit {
  variable: number;
}

/** Refuses a list in which a code stands twice. @throws Fault naming its lines */
export function checkCodes(codes: readonly Pick<Code, 'code'>[]): void {
  const seen = new Map<string, number>();
  codes.forEach(({ code }, k) => {
    const twin = seen.get(canonicalCode(code));
    if (twin !== undefined) {
      throw new Fault(
        'invalid',
        `The code ${code} stands twice, in lines ${twin + 1} and ${k + 1}.`,
        'Take one of the two out.',
        { code, field: `codes[${k}].code` },
      );
    }
    if (code === '')
      throw new Fault('invalid', `Line ${k + 1} has no code.`, 'Write one, or take the line out.', {
        field: `codes[${k}].code`,
      });
    seen.set(canonicalCode(code), k);
  });
}

/** The names after all edits: each its own. @throws Fault naming the two that are called the same */
function checkNames(variables: readonly VariableRow[], edits: readonly EntryEdit[]): { id: number; name: string }[] {
  const wanted = edits.flatMap(({ variable, name }) =>
    name === undefined ? [] : [{ id: variable, name: name.trim() }],
  );
  const names = new Map(variables.map(({ id, name }) => [id, name]));
  for (const { id, name } of wanted) {
    if (name === '') {
      const now = names.get(id) ?? '';
      throw new Fault('invalid', `${now} would be without a name.`, 'Write one.', { variable: now, field: 'name' });
    }
    names.set(id, name);
  }
  const changed = new Set(wanted.map(({ id }) => id));
  const taken = new Map<string, number>();
  for (const [id, name] of names) {
    const twin = taken.get(name);
    if (twin !== undefined && (changed.has(id) || changed.has(twin))) {
      throw new Fault('conflict', `Two variables would be called ${name}.`, 'Choose another name for one of them.', {
        variable: name,
        field: 'name',
      });
    }
    taken.set(name, id);
  }
  return wanted;
}

/** Edits that give the same codes to variables with the same list, together. */
interface Relisting {
  list: number | null;
  codes: Code[];
  variables: VariableRow[];
  /** In place, for all who use the list; else as a list of its own. */
  inPlace: boolean;
}

/** Whether no code of a variable's list has a label or is declared missing. */
const saysNothing = ({ codes }: VariableRow) =>
  codes.every(({ code, label, missing }) => missing === null && (label === code || label === ''));

function relistings(db: Db, variables: ReadonlyMap<number, VariableRow>, edits: readonly EntryEdit[]): Relisting[] {
  const same = new Map<string, Relisting & { codesFor: VariableEdit['codesFor'] }>();
  for (const { variable: id, codes: given, onlyThese, codesFor } of edits) {
    if (!given) continue;
    checkCodes(given);
    const variable = variables.get(id)!;
    const codes = putCodes(variable.codes, given, onlyThese);
    const list = variable.codeListId;
    const key = `${list ?? `of ${id}`}|${JSON.stringify(codes)}`;
    const relisting = same.get(key);
    if (relisting) relisting.variables.push(variable);
    else same.set(key, { list, codes, variables: [variable], inPlace: false, codesFor });
  }
  const wanted = [...same.values()];
  return wanted.map(({ codesFor, ...relisting }) => {
    const { list, variables: mine } = relisting;
    if (list === null) return relisting;
    const users = usersOfList(db, list);
    const others = users.filter((user) => !mine.some(({ id }) => id === user));
    if (others.length === 0) return { ...relisting, inPlace: true };
    // A list that says nothing yet is shared by chance as often as not: what is said now is said here alone.
    if (codesFor === undefined && mine.every(saysNothing)) return relisting;
    if (codesFor === undefined) {
      const titles = others.map((id) => variables.get(id)).flatMap((variable) => (variable ? [titleOf(variable)] : []));
      const named =
        titles.length > 5 ? `${titles.slice(0, 4).join(', ')} and ${titles.length - 4} more` : titles.join(', ');
      throw new Fault(
        'conflict',
        `The code list is shared with ${named}.`,
        'Say whether to change it for all, or only here.',
        { field: 'codesFor' },
      );
    }
    const twin = wanted.find(
      (other) => other.list === list && other.codesFor === 'all' && other.codes !== relisting.codes,
    );
    if (codesFor === 'all' && twin) {
      throw new Fault(
        'invalid',
        'A shared code list would be changed for all in two ways.',
        'Change it for one of them, or only here.',
        { field: 'codesFor' },
      );
    }
    return { ...relisting, inPlace: codesFor === 'all' };
  });
}

const FIELD_WORDS: Record<keyof Omit<VariableEdit, 'codesFor' | 'onlyThese'>, string> = {
  name: 'name',
  label: 'label',
  question: 'question',
  level: 'level',
  codes: 'codes',
  codeList: 'code list',
  note: 'note',
  group: 'group',
  starred: 'star',
  aside: 'place in the roster',
  shownOrder: 'order shown',
  offScale: 'codes off the scale',
};

function sayEdits(variables: ReadonlyMap<number, VariableRow>, edits: readonly EntryEdit[]): string {
  const fields = new Set(
    edits.flatMap((edit) =>
      Object.entries(FIELD_WORDS).flatMap(([field, word]) =>
        edit[field as keyof VariableEdit] === undefined ? [] : [word],
      ),
    ),
  );
  const names = edits.map(({ variable }) => variables.get(variable)!.name);
  const whose = names.length > 3 ? `${names.length} variables` : names.join(', ');
  const words = `${[...fields].join(', ')} of ${whose}`.replace(/^./, (sign) => sign.toUpperCase());
  const [only] = edits;
  return edits.length === 1 && fields.size === 1 && only ? words + sayValue(only) : words;
}

/** What one field was changed to, where a few words say it. */
function sayValue({ name, label, note, question, group, level, starred }: EntryEdit): string {
  if (level !== undefined) return `: ${LEVEL_WORDS[level]}`;
  if (starred !== undefined) return starred ? '' : ' taken off';
  const text = name ?? label ?? note ?? question ?? group;
  if (text === undefined) return '';
  return text.trim() === '' ? ': none' : `: “${text.length > 60 ? `${text.slice(0, 58)}…` : text}”`;
}

function checkEdit(db: Db, variable: VariableRow, edit: EntryEdit): void {
  const title = titleOf(variable);
  if (
    variable.workingId !== null &&
    (edit.codes !== undefined || edit.level !== undefined || edit.codeList !== undefined)
  ) {
    throw new Fault('conflict', `${title} is made by a working.`, 'Change its categories in the working.', {
      variable: variable.name,
    });
  }
  if (edit.level !== undefined) checkLevel(db, variable.columnId, edit.level, title);
  const codes = [...variable.codes, ...(edit.codes ?? [])].map(({ code }) => code);
  const unknown = edit.offScale?.find((code) => !codes.includes(code));
  if (unknown !== undefined && edit.codeList === undefined) {
    throw new Fault('invalid', `${title} has no code ${unknown}.`, 'Name codes of its code list.', {
      variable: variable.name,
      field: 'offScale',
    });
  }
  if (edit.codeList != null && !codeListRow(db, edit.codeList)) {
    throw new Fault('not-found', `The study has no code list ${edit.codeList}.`, 'Choose one of its lists.', {
      variable: variable.name,
      field: 'codeList',
    });
  }
}

/** Changes entries of the codebook, one or many, as one change; all of them are made or none is. @throws Fault */
export function editEntries(
  service: Service,
  study: OpenStudy,
  edits: readonly EntryEdit[],
  words?: string,
): Promise<Changed> {
  return changeCodebook(service, study, () => {
    const { db } = study;
    const all = allVariables(db);
    const variables = new Map(all.map((variable) => [variable.id, variable]));
    for (const edit of edits) {
      const variable = variables.get(edit.variable);
      if (!variable)
        throw new Fault('not-found', `The study has no variable ${edit.variable}.`, 'Choose one from the roster.', {
          field: 'variable',
        });
      checkEdit(db, variable, edit);
    }
    const names = checkNames(all, edits);
    const relisted = relistings(db, variables, edits);
    return {
      words: words ?? sayEdits(variables, edits),
      work: () => {
        renameVariables(db, names);
        const listOf = new Map(
          edits.flatMap(({ variable, codeList }) => (codeList === undefined ? [] : [[variable, codeList] as const])),
        );
        for (const { list, codes, variables: mine, inPlace } of relisted) {
          if (inPlace && list !== null) replaceCodes(db, list, codes);
          else {
            const listId = insertCodeList(db, mine[0]!.name, codes);
            for (const { id } of mine) listOf.set(id, listId);
          }
        }
        for (const edit of edits) {
          const variable = variables.get(edit.variable)!;
          updateVariable(db, variable.id, {
            label: edit.label ?? variable.label,
            question: edit.question ?? variable.question,
            level: edit.level ?? variable.level,
            columnId: variable.columnId,
            codeListId: listOf.has(variable.id) ? listOf.get(variable.id)! : variable.codeListId,
          });
          const { note, group, starred, aside, shownOrder, offScale } = edit;
          markVariable(db, variable.id, {
            note: note ?? variable.note,
            group: group?.trim() ?? variable.group,
            starred: starred ?? variable.starred,
            aside: aside ?? variable.aside,
            shownOrder: shownOrder ?? variable.shownOrder,
            offScale: offScale ?? variable.offScale,
          });
        }
      },
    };
  });
}

/** Changes a variable's entry in the codebook; the column stays as it is, workings that stand on it follow. */
export async function editVariable(
  service: Service,
  study: OpenStudy,
  id: number,
  edit: VariableEdit,
): Promise<VariableDetail> {
  await editEntries(service, study, [{ ...edit, variable: id }]);
  return detailVariable(service, study, id);
}
