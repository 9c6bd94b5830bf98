import { randomBytes } from 'node:crypto';
import { createWriteStream, existsSync, readdirSync, statSync } from 'node:fs';
import { mkdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { CodebookFile, FileCode } from '../core/codebook/codebook-file.js';
import type { Code, Level } from '../core/codebook/types.js';
import { Fault } from '../core/fault.js';
import { allVariables } from '../store/variables.js';
import { intakesFolder, mustEnd, type Service } from './context.js';
import { studyFile } from './open-study.js';
import { closeForMove, openStudyFile } from '../store/open.js';
import { keepWorking } from './workings.js';
import type { DecidedColumn } from './worker/take-in-job.js';
import type { Profiled, ProfiledColumn } from './worker/profile-job.js';

/** A file that came in and was understood, waiting to be accepted. */
export interface Intake {
  id: string;
  fileName: string;
  bytes: number;
  created: string;
  profiled: Profiled;
}

/** The largest file that is taken in. */
const MOST_BYTES = 8 * 1024 ** 3;
const FORGOTTEN_AFTER = 7 * 24 * 60 * 60 * 1000;

const folderOf = (service: Service, id: string) => join(intakesFolder(service), id);

/** A file name without folders and control characters, for messages and the record. */
function plainName(name: string): string {
  const last = name.split(/[\\/]/).at(-1) ?? '';
  const clean = last
    .replace(/\p{Cc}/gu, '')
    .trim()
    .slice(0, 200);
  return clean === '' ? 'file.csv' : clean;
}

/**
 * Receives a file, keeps it, and says what was understood of it. Nothing is left of a file that cannot be read.
 * @throws Fault naming the line
 */
export function receiveFile(
  service: Service,
  name: string,
  body: ReadableStream<Uint8Array> | Readable,
): Promise<Intake> {
  return mustEnd(
    service,
    receive(service, plainName(name), body instanceof Readable ? body : Readable.fromWeb(body as never)),
  );
}

async function receive(service: Service, fileName: string, body: Readable): Promise<Intake> {
  await forgetOldIntakes(service);
  const id = randomBytes(9).toString('hex');
  const folder = folderOf(service, id);
  await mkdir(folder, { recursive: true });
  try {
    const path = join(folder, 'data');
    await pipeline(body, limit(fileName), createWriteStream(path));
    const profiled = await service.run('profile', { path, file: fileName });
    const intake: Intake = { id, fileName, bytes: statSync(path).size, created: new Date().toISOString(), profiled };
    await writeFile(join(folder, 'intake.part'), JSON.stringify(intake));
    await rename(join(folder, 'intake.part'), join(folder, 'intake.json'));
    return intake;
  } catch (error) {
    await rm(folder, { recursive: true, force: true });
    throw error;
  }
}

function limit(file: string): Transform {
  let bytes = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      if (bytes > MOST_BYTES) done(new Fault('too-large', `${file} is larger than 8 GiB.`, 'Split it.', { file }));
      else done(null, chunk);
    },
  });
}

/** Removes intakes that were never accepted, a week after they came. */
async function forgetOldIntakes(service: Service): Promise<void> {
  const root = intakesFolder(service);
  for (const name of readdirSync(root)) {
    const path = join(root, name);
    if (Date.now() - statSync(path).mtimeMs > FORGOTTEN_AFTER) await rm(path, { recursive: true, force: true });
  }
}

export async function findIntake(service: Service, id: string): Promise<Intake> {
  const path = join(folderOf(service, id), 'intake.json');
  if (!/^[0-9a-f]{18}$/.test(id) || !existsSync(path)) {
    throw new Fault('not-found', 'This intake is not there any more.', 'Drop the file on the page again.', {
      field: 'intake',
    });
  }
  return JSON.parse(await readFile(path, 'utf8')) as Intake;
}

export async function discardIntake(service: Service, id: string): Promise<void> {
  await findIntake(service, id);
  await rm(folderOf(service, id), { recursive: true, force: true });
}

/** What the analyst decided about one column; what is not said stays as understood. */
export interface ColumnDecision {
  name: string;
  label?: string | undefined;
  level?: Exclude<Level, 'multiple'> | undefined;
}

export interface Acceptance {
  /** The study's name. */
  name: string;
  subtitle?: string | undefined;
  columns?: ColumnDecision[] | undefined;
  codebook?: CodebookFile | undefined;
  /** A fixed id, for a study that ships with the product. */
  id?: string | undefined;
}

/**
 * Makes a study of an intake. It lands whole or not at all: written beside its place, moved there when complete.
 * @returns the study's id
 */
export function acceptIntake(service: Service, id: string, acceptance: Acceptance): Promise<string> {
  return mustEnd(service, accept(service, id, acceptance));
}

function studyId(name: string): string {
  const stem = name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40);
  return `${stem === '' ? 'study' : stem}-${randomBytes(3).toString('hex')}`;
}

async function accept(service: Service, id: string, acceptance: Acceptance): Promise<string> {
  const intake = await findIntake(service, id);
  const { profiled, fileName } = intake;
  const plan = decide(profiled.columns, acceptance);
  checkQuestions(profiled.columns, acceptance.codebook);
  const study = acceptance.id ?? studyId(acceptance.name);
  const place = studyFile(service, study);
  if (existsSync(place))
    throw new Fault('conflict', `There is a study "${study}" already.`, 'Choose another name.', { field: 'name' });
  const path = join(folderOf(service, id), 'data');
  const part = `${place}.part-${randomBytes(4).toString('hex')}`;
  try {
    const written = await service.run('takeIn', {
      path,
      file: fileName,
      dialect: profiled.dialect,
      into: part,
      study: {
        id: study,
        name: acceptance.name.trim(),
        subtitle: acceptance.subtitle?.trim() ?? '',
        respondents: profiled.respondents,
        created: new Date().toISOString(),
        fileName,
        fileSha256: await service.run('hash', { path }),
        encoding: profiled.dialect.encoding,
        separator: profiled.dialect.separator,
      },
      profiled: profiled.columns,
      ...plan,
    });
    if (written.respondents !== profiled.respondents) {
      throw new Error(`wrote ${written.respondents} respondents of ${profiled.respondents}`);
    }
    await gatherQuestions(service, part, acceptance.codebook);
    await rename(part, place);
  } finally {
    for (const end of ['', '-wal', '-shm', '-journal']) await rm(part + end, { force: true });
  }
  await rm(folderOf(service, id), { recursive: true, force: true });
  service.log.info({ study, respondents: profiled.respondents, columns: profiled.columns.length }, 'study taken in');
  return study;
}

const LEVELS_OF: Record<ProfiledColumn['storage'], readonly Level[]> = {
  coded8: ['unordered', 'ordered', 'number', 'text'],
  coded16: ['unordered', 'ordered', 'number', 'text'],
  number: ['number', 'text'],
  text: ['text'],
  sets: [],
};

const toCode = ({ code, label, missing }: FileCode): Code => ({ code, label, missing: missing ?? null });

/** Brings the file, the analyst's decisions and the codebook together, column by column. */
function decide(
  columns: readonly ProfiledColumn[],
  { columns: decisions = [], codebook }: Acceptance,
): { decided: DecidedColumn[]; lists: Record<string, { name: string; codes: Code[] }> } {
  const lists: Record<string, { name: string; codes: Code[] }> = {};
  const known = new Set(columns.map(({ name }) => name));
  const unknown = decisions.find(({ name }) => !known.has(name));
  if (unknown)
    throw new Fault('invalid', `The file has no column ${unknown.name}.`, 'Leave it out.', {
      field: 'columns',
      variable: unknown.name,
    });
  const decided = columns.map((column): DecidedColumn => {
    const decision = decisions.find(({ name }) => name === column.name);
    const entry = codebook?.variables.find(({ name }) => name === column.name);
    const level = decision?.level ?? entry?.level ?? column.level;
    if (!LEVELS_OF[column.storage].includes(level)) {
      throw new Fault(
        'unsupported',
        `${column.name} cannot be ${level}: ${column.why.toLowerCase()}`,
        `Take it in as ${column.level}.`,
        { variable: column.name, field: 'level' },
      );
    }
    const shared = entry?.codeList === undefined ? undefined : codebook?.codeLists?.[entry.codeList];
    if (entry?.codeList !== undefined && !shared) {
      throw new Fault(
        'invalid',
        `The codebook has no code list ${entry.codeList}, which ${column.name} asks for.`,
        'Add the list, or take the reference out.',
        { variable: column.name, field: 'codebook' },
      );
    }
    const given = shared ?? entry?.codes;
    let list: string | null = null;
    if (shared && entry?.codeList !== undefined) {
      list = `list:${entry.codeList}`;
      lists[list] = { name: entry.codeList, codes: shared.map(toCode) };
    } else if (given || level === 'unordered' || level === 'ordered') {
      list = `column:${column.name}`;
      const codes = given?.map(toCode) ?? column.codes.map(({ code }) => ({ code, label: code, missing: null }));
      lists[list] = { name: column.name, codes };
    }
    return {
      label: decision?.label?.trim() ?? entry?.label ?? '',
      question: entry?.question ?? '',
      level,
      list,
    };
  });
  for (const [key, { codes }] of Object.entries(lists)) {
    const twice = codes.find(({ code }, k) => codes.findIndex((other) => other.code === code) !== k);
    if (twice)
      throw new Fault(
        'invalid',
        `The code ${twice.code} stands twice in ${key.split(':')[1] ?? 'a list'}.`,
        'Take one of the two out of the codebook.',
        { code: twice.code, field: 'codebook' },
      );
  }
  return { decided, lists };
}

/** Refuses, before anything lands, a codebook whose questions name columns that the file does not have. */
function checkQuestions(columns: readonly ProfiledColumn[], codebook: CodebookFile | undefined): void {
  const known = new Set(columns.map(({ name }) => name));
  for (const question of codebook?.multiple ?? []) {
    const names = [
      ...question.columns.map(({ name }) => name),
      ...(question.none === undefined ? [] : [question.none]),
    ];
    const unknown = names.find((name) => !known.has(name));
    if (unknown === undefined && !known.has(question.name)) continue;
    throw new Fault(
      'invalid',
      unknown === undefined
        ? `The codebook calls a question ${question.name}, which is a column of the file.`
        : `The codebook's question ${question.name} names the column ${unknown}, which the file does not have.`,
      'Mend the codebook.',
      { variable: unknown ?? question.name, field: 'codebook' },
    );
  }
}

/** Builds the multiple-response questions that a codebook names, while the study's file is not yet in its place. */
async function gatherQuestions(service: Service, file: string, codebook: CodebookFile | undefined): Promise<void> {
  if (!codebook?.multiple) return;
  const study = { id: '', file, db: openStudyFile(file), queue: Promise.resolve() };
  try {
    const variables = allVariables(study.db);
    const find = (name: string) => variables.find((one) => one.name === name)?.id ?? -1;
    for (const { name, label, columns, ticked, none } of codebook.multiple) {
      const items = columns.map((column) => ({ source: find(column.name), label: column.label, ticked }));
      const noneItem = none === undefined ? null : { source: find(none), label: 'None of these', ticked };
      await keepWorking(service, study, { name, label, recipe: { kind: 'gather', items, none: noneItem } });
    }
  } finally {
    await service.run('forget', { file });
    closeForMove(study.db);
  }
}
