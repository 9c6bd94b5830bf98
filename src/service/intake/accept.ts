import { byId } from '../../core/by-id.js';
import { existsSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import type { CodebookFile, FileMarks, FileMultiple, FileWorking } from '../../core/codebook/codebook-file.js';
import { canonicalCodes, compareCodes } from '../../core/codebook/number.js';
import { isAnswer, LEVEL_WORDS, LEVELS } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { sourcesOf, withIds } from '../../core/recode/sources.js';
import type { Recipe } from '../../core/recode/recipe-shape.js';
import type { Slots } from '../../core/recode/slots/shape.js';
import { whoAsks } from '../asking.js';
import { Fault } from '../../core/fault.js';
import { removeColumn } from '../../store/columns.js';
import { closeForMove, type Db, openStudyFile } from '../../store/open.js';
import { allSourceFiles, updateSourceFile } from '../../store/source-files.js';
import { insertEntry } from '../../store/ledger.js';
import { insertStudy } from '../../store/study.js';
import { insertCodeList } from '../../store/code-lists.js';
import {
  allVariables,
  clearCodebook,
  insertVariables,
  markVariable,
  orderVariables,
  updateVariable,
  type VariableRow,
} from '../../store/variables.js';
import { letOthers } from '../in-turns.js';
import { mustEnd, type OpenStudy, type Service } from '../context.js';
import { newStudyId } from '../new-study-id.js';
import { studyFile } from '../open-study.js';
import { land } from '../land.js';
import { keepMarks } from '../codings.js';
import { keepWorking } from '../workings.js';
import type { ReadIn } from '../../core/intake/read-in-shape.js';
import { type ColumnDecision, type Decided, decide } from './decide.js';
import { doneInStudy } from './done-in-study.js';
import { noteDone } from './done.js';
import { awaitIntake, inTurn } from './read.js';
import { folderOf, partFile } from './record.js';
import type { IntakeRecord } from '../../core/intake/intake-shape.js';

export interface Acceptance {
  /** The study's name. */
  name: string;
  subtitle?: string | undefined;
  columns?: ColumnDecision[] | undefined;
  /** Multiple-response questions to build in addition to those that the codebook names. */
  questions?: FileMultiple[] | undefined;
  /** In the place of the codebook that was sent with the file. */
  codebook?: CodebookFile | undefined;
  /** A fixed id, for a study that ships with the product. */
  id?: string | undefined;
}

/**
 * Makes a study of an intake. Its columns were written when the file was read; now the codebook is, and then the file
 * is moved to its place: it lands whole or not at all.
 * @returns the study's id
 */
export function acceptIntake(service: Service, id: string, acceptance: Acceptance): Promise<string> {
  return mustEnd(
    service,
    inTurn(id, () => accept(service, id, acceptance)),
  );
}

async function accept(service: Service, id: string, acceptance: Acceptance): Promise<string> {
  const before = await doneInStudy(service, id);
  if (before !== null) return before;
  const intake = await awaitIntake(service, id);
  const { read, fault, codebook: sent } = intake;
  if (!read) {
    const { kind, message, mend, place } = fault ?? {
      kind: 'conflict',
      message: 'The file was not read to its end.',
      mend: 'Open the intake again.',
      place: {},
    };
    throw new Fault(kind, message, mend, place);
  }
  const codebook = acceptance.codebook ?? sent?.codebook;
  const subtitle = acceptance.subtitle ?? codebook?.subtitle ?? '';
  const decided = decide(read.columns, acceptance.columns ?? [], codebook);
  const questions = [...(codebook?.multiple ?? []), ...(acceptance.questions ?? [])];
  const workings = codebook?.workings ?? [];
  checkQuestions(decided, questions);
  checkWorkings(decided, questions, workings);
  await letOthers();
  const study = acceptance.id ?? newStudyId(acceptance.name);
  const place = studyFile(service, study);
  if (existsSync(place))
    throw new Fault('conflict', `There is a study "${study}" already.`, 'Choose another name.', { field: 'name' });
  const part = partFile(service, id);
  await writeCodebook(service, part, {
    intake,
    read,
    decided,
    questions,
    workings,
    order: codebook?.order ?? [],
    marks: codebook?.marks ?? {},
    study,
    name: acceptance.name.trim(),
    subtitle: subtitle.trim(),
  });
  await noteDone(service, id, { is: 'accepted', fileName: intake.fileName, study });
  await land(part, place);
  await rm(folderOf(service, id), { recursive: true, force: true });
  service.log.info({ study, respondents: read.respondents, columns: decided.columns.length }, 'study taken in');
  return study;
}

interface Making {
  intake: IntakeRecord;
  read: ReadIn;
  decided: Decided;
  questions: readonly FileMultiple[];
  workings: readonly FileWorking[];
  order: readonly string[];
  marks: Readonly<Record<string, FileMarks>>;
  study: string;
  name: string;
  subtitle: string;
}

/** Writes codebook and questions into the study's file, which is not yet in its place. */
async function writeCodebook(service: Service, part: string, making: Making): Promise<void> {
  const db = openStudyFile(part);
  const study: OpenStudy = { id: '', file: part, db, queue: { last: Promise.resolve() }, seen: null };
  try {
    db.transaction(() => putCodebook(db, making)).immediate();
    await letOthers();
    const variables = allVariables(db);
    const find = (name: string) => variables.find((variable) => variable.name === name)?.id ?? -1;
    for (const { name, label, columns, ticked, none } of making.questions) {
      const isSlots = ticked === undefined && columns.every((column) => column.ticked === undefined);
      const sources = columns.map((column) => variables.find((variable) => variable.name === column.name)!);
      const items = columns.map((column, k) => ({
        source: sources[k]!.id,
        label: column.label,
        ticked: column.ticked ?? ticked ?? '',
        ...(column.also ? { also: column.also } : {}),
      }));
      const noneItem = none === undefined ? null : { source: find(none), label: 'None of these', ticked: ticked ?? '' };
      const recipe: Recipe = isSlots
        ? {
            kind: 'slots',
            sources: sources.map((source) => source.id),
            options: slotOptions(sources, none),
            none: none ?? null,
          }
        : { kind: 'gather', items, none: noneItem };
      await keepWorking(service, study, { name, label, recipe });
    }
    for (const { name, label, question = '', recipe, codings = [] } of making.workings) {
      const all = allVariables(db);
      const idOf = (source: string) => all.find((candidate) => candidate.name === source)?.id ?? -1;
      const { variable, working } = await keepWorking(service, study, {
        name,
        label: label.trim() === '' ? name : label,
        recipe: withIds(recipe, idOf),
      });
      if (codings.length > 0) await keepMarks(service, study, working, codings, `Took the codings of ${name} in`);
      const derived = byId(allVariables(db), variable);
      if (derived) updateVariable(db, variable, { ...derived, label, question });
    }
    orderVariables(db, making.order);
    putMarks(db, making.marks);
    // Last of all: where something before was refused, the column can still be taken in.
    for (const { columnId } of making.decided.leftOut) removeColumn(db, columnId);
  } finally {
    await service.forget(part);
    closeForMove(db);
  }
}

function putMarks(db: Db, marks: Making['marks']): void {
  for (const { id, name } of allVariables(db)) {
    const {
      note = '',
      group = '',
      starred = false,
      aside = false,
      shownOrder = [],
      offScale = [],
    } = (Object.hasOwn(marks, name) ? marks[name] : undefined) ?? {};
    if (note || group || starred || aside || shownOrder.length > 0 || offScale.length > 0)
      markVariable(db, id, { note, group, starred, aside, shownOrder, offScale });
  }
}

/**
 * The options of slots: all codes of their lists that are answers, in the order of the first where it has them all,
 * under the first label that says more than the code.
 */
function slotOptions(slots: readonly VariableRow[], none: string | undefined): Slots['options'] {
  const options = new Map<string, string>();
  for (const { codes } of slots) {
    for (const { code, label } of codes) {
      const earlier = options.get(code);
      if (code !== none && (earlier === undefined || earlier === code)) options.set(code, label);
    }
  }
  for (const { codes } of slots) for (const code of codes) if (!isAnswer(code)) options.delete(code.code);
  const listed = [...options].map(([code, label]) => ({ code, label }));
  const first = new Set(slots[0]?.codes.map(({ code }) => code));
  return listed.every(({ code }) => first.has(code)) ? listed : listed.sort((a, b) => compareCodes(a.code, b.code));
}

/** What was taken in, and what was decided of its columns, in words. */
function sayIntake(file: string, respondents: number, { columns, leftOut }: Decided): string {
  const levels = LEVELS.flatMap((level) => {
    const count = columns.filter((column) => column.level === level).length;
    return count > 0
      ? [`${whole(count)} ${LEVEL_WORDS[level]}${count > 1 && (level === 'number' || level === 'text') ? 's' : ''}`]
      : [];
  });
  const out = leftOut.length > 0 ? `; ${whole(leftOut.length)} columns left out` : '';
  return (
    `Took in ${file}: ${whole(respondents)} respondents, ${whole(columns.length)} columns ` +
    `(${levels.join(', ')})${out}`
  );
}

function putCodebook(db: Db, { intake, read, decided, study, name, subtitle }: Making): void {
  const created = new Date().toISOString();
  // A first try that was broken off may have left its codebook behind.
  clearCodebook(db);
  const { fileName, sha256, bytes } = intake;
  const { respondents, unread } = read;
  insertStudy(db, {
    id: study,
    name,
    subtitle,
    respondents,
    created,
    fileName,
    fileSha256: sha256,
  });
  const [file] = allSourceFiles(db);
  const words = sayIntake(fileName, respondents, decided);
  insertEntry(db, { kind: 'intake', words, delta: null, madeBy: whoAsks().name ?? '' });
  if (file) updateSourceFile(db, file.id, { respondents, unread: unread.rows, sha256, bytes, takenIn: created });
  const lists = new Map(
    Object.entries(decided.lists).map(([key, { name, codes }]) => [
      key,
      insertCodeList(db, name, canonicalCodes(codes), key === `list:${name}` && decided.kept.includes(name)),
    ]),
  );
  for (const name of decided.kept)
    if (!lists.has(`list:${name}`)) insertCodeList(db, name, canonicalCodes(decided.unused[name] ?? []), true);
  const listOf = (key: string | null) => (key === null ? null : (lists.get(key) ?? null));
  insertVariables(
    db,
    decided.columns.map(({ list, ...variable }) => ({ ...variable, codeListId: listOf(list), workingId: null })),
  );
}

/** Refuses, before anything lands, questions that name columns which are not taken in. */
function checkQuestions({ columns }: Decided, questions: readonly FileMultiple[]): void {
  const taken = new Set(columns.map(({ name }) => name));
  const created = new Set<string>();
  for (const question of questions) {
    const names = [
      ...question.columns.map(({ name }) => name),
      // Of slots it is a code that says so.
      ...(question.none === undefined || question.ticked === undefined ? [] : [question.none]),
    ];
    const unknown = names.find((name) => !taken.has(name));
    const twice = taken.has(question.name) || created.has(question.name);
    created.add(question.name);
    if (unknown === undefined && !twice) continue;
    throw new Fault(
      'invalid',
      unknown === undefined
        ? `The question ${question.name} is called as ` +
            (taken.has(question.name) ? 'a column of the file' : 'another question') +
            ' is.'
        : `The question ${question.name} names the column ${unknown}, which ` +
            (unknown === '' ? 'has no name' : 'the file does not have or which is left out') +
            '.',
      'Mend the codebook or the question.',
      { variable: unknown ?? question.name, field: 'questions' },
    );
  }
}

/** Refuses workings that stand on what is not there when their turn comes. */
function checkWorkings(
  { columns }: Decided,
  questions: readonly FileMultiple[],
  workings: readonly FileWorking[],
): void {
  const names = new Set([...columns, ...questions].map(({ name }) => name));
  for (const { name, recipe } of workings) {
    const unknown = sourcesOf(recipe).find((source) => !names.has(source));
    if (unknown !== undefined) {
      const what = `The codebook's working ${name} stands on ${unknown}, which is not there before it.`;
      throw new Fault('invalid', what, 'Mend the codebook, or take the column in.', {
        variable: unknown,
        field: 'codebook',
      });
    }
    if (names.has(name)) {
      const what = `The codebook's working ${name} is called as a question is.`;
      throw new Fault('invalid', what, 'Give it another name.', { variable: name, field: 'codebook' });
    }
    names.add(name);
  }
}
