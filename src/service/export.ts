import { byId } from '../core/by-id.js';
import { randomBytes } from 'node:crypto';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { CodebookFile, FileCode, FileMarks, FileVariable } from '../core/codebook/codebook-file.js';
import { fileCode } from '../core/codebook/file-codes.js';
import { uniqueNames } from '../core/codebook/unique-names.js';
import { withNames } from '../core/recode/sources.js';
import type { Db } from '../store/open.js';
import { studyRow } from '../store/study.js';
import { allCodeLists, codesOfList } from '../store/code-lists.js';
import { allVariables, type VariableRow } from '../store/variables.js';
import { markOf, marksOf as codingsOf } from '../store/marks.js';
import { allWorkings } from '../store/workings.js';
import { mustEnd, type OpenStudy, type Service } from './context.js';
import { passingFile, type PassingFile } from './passing-file.js';
import type { ExportKind } from '../core/intake/export-kinds.js';

/** A different name for each code list that variables share. */
function sharedLists(db: Db, variables: readonly VariableRow[]): Map<number, string> {
  const users = new Map<number, number>();
  for (const { codeListId: list } of variables) if (list !== null) users.set(list, (users.get(list) ?? 0) + 1);
  return uniqueNames(allCodeLists(db).filter(({ id, kept }) => (users.get(id) ?? 0) >= (kept ? 1 : 2)));
}

/** What is said of variables beyond their entries; nothing where nothing is. */
function marksOf(variables: readonly VariableRow[]): Record<string, FileMarks> | undefined {
  const marks = variables.flatMap(({ name, note, group, starred, aside, shownOrder, offScale }) => {
    const said = {
      ...(note ? { note } : {}),
      ...(group ? { group } : {}),
      ...(starred ? { starred } : {}),
      ...(aside ? { aside } : {}),
      ...(shownOrder.length > 0 ? { shownOrder } : {}),
      ...(offScale.length > 0 ? { offScale } : {}),
    };
    return Object.keys(said).length > 0 ? [[name, said] as const] : [];
  });
  return marks.length > 0 ? Object.fromEntries(marks) : undefined;
}

/** Lists that were made to be used, with the names under which variables share them. */
function keptLists(db: Db, shared: ReadonlyMap<number, string>): Record<string, FileCode[]> | undefined {
  const kept = allCodeLists(db).filter((list) => list.kept);
  if (kept.length === 0) return undefined;
  return Object.fromEntries(kept.map(({ id, name }) => [shared.get(id) ?? name, codesOfList(db, id).map(fileCode)]));
}

/** A study's codebook as it travels: every variable, list and working, in their order. */
function codebookOf({ db }: OpenStudy): {
  codebook: CodebookFile;
  columns: { variable: FileVariable; column: number }[];
} {
  const { name, subtitle } = studyRow(db);
  const variables = allVariables(db);
  const shared = sharedLists(db, variables);
  const nameOf = (id: number) => byId(variables, id)?.name ?? '';
  const codeLists: Record<string, FileCode[]> = {};
  const columns = variables.flatMap(({ name, label, question, level, codes, codeListId, columnId }) => {
    if (level === 'multiple') return [];
    const list = codeListId === null ? undefined : shared.get(codeListId);
    if (list !== undefined) codeLists[list] = codes.map(fileCode);
    const own = codeListId === null || list !== undefined ? {} : { codes: codes.map(fileCode) };
    const variable: FileVariable = { name, label, question, level, ...(list === undefined ? own : { codeList: list }) };
    return [{ variable, column: columnId }];
  });
  const workings = allWorkings(db).flatMap((working) => {
    const variable = variables.find(({ workingId }) => workingId === working.id);
    if (!variable) return [];
    const codings = codingsOf(db, working.id).map((row) => ({ ...markOf(row), themes: [...row.themes] }));
    return [
      {
        name: variable.name,
        label: variable.label,
        question: variable.question,
        recipe: withNames(working.recipe, nameOf),
        ...(codings.length > 0 ? { codings } : {}),
      },
    ];
  });
  const codebook: CodebookFile = {
    name,
    subtitle,
    ...(Object.keys(codeLists).length > 0 ? { codeLists } : {}),
    variables: columns.map(({ variable }) => variable),
    ...(workings.length > 0 ? { workings } : {}),
    order: variables.map((variable) => variable.name),
    marks: marksOf(variables),
    keptLists: keptLists(db, shared),
  };
  return { codebook, columns };
}

/** Writes a study's data with its codebook, to be fetched once. */
export function exportStudy(service: Service, study: OpenStudy, kind: ExportKind): Promise<PassingFile> {
  return mustEnd(service, write(service, study, kind));
}

async function write(service: Service, study: OpenStudy, kind: ExportKind): Promise<PassingFile> {
  const folder = join(service.folder, 'exports', randomBytes(9).toString('hex'));
  await mkdir(folder, { recursive: true });
  try {
    const { respondents } = studyRow(study.db);
    const fileName = await service.run('export', {
      file: study.file,
      kind,
      folder,
      name: study.id,
      respondents,
      ...codebookOf(study),
    });
    return await passingFile(fileName, join(folder, fileName), folder);
  } catch (error) {
    await rm(folder, { recursive: true, force: true });
    throw error;
  }
}
