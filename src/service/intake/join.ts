import type { Linked } from '../../core/intake/layout.js';
import { linkOf } from '../../store/links.js';
import { byId } from '../../core/by-id.js';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Code, Level } from '../../core/codebook/types.js';
import { whoAsks } from '../asking.js';
import { Fault } from '../../core/fault.js';
import { whole } from '../../core/figures.js';
import { insertEntry } from '../../store/ledger.js';
import { differences, type Difference } from '../../core/intake/differences.js';
import { allColumnCodes, allColumnRows, removeColumn } from '../../store/columns.js';
import { closeForMove, openStudyFile, removeStudyFile } from '../../store/open.js';
import { setRespondents, setWaveVariable, studyRow, touchStudy } from '../../store/study.js';
import { insertCodeList, replaceCodes } from '../../store/code-lists.js';
import { allVariables, insertVariable, updateVariable, type VariableRow } from '../../store/variables.js';
import { mustEnd, type OpenStudy, type Service } from '../context.js';
import { settle } from '../settle.js';
import type { Joined, JoinedColumn, JoinJob } from '../worker/join-job.js';
import type { ReadColumn, ReadIn } from '../../core/intake/read-in-shape.js';
import { replaceFile } from '../replace-file.js';
import { allSourceFiles } from '../../store/source-files.js';
import { joinLinked } from '../linked/join-linked.js';
import { noteDone } from './done.js';
import { awaitIntake, inTurn } from './read.js';
import { folderOf, partFile } from './record.js';
import type { IntakeRecord } from '../../core/intake/intake-shape.js';

/** How a second file goes into a study: beside its respondents, or in their place. */
type JoinKind = 'wave' | 'refresh';

export interface Joining {
  as: JoinKind;
  /** What the waves are called: those before, if they have no name yet, and this one. */
  waves?: { before: string; now: string } | undefined;
  /** Columns that the study does not have, to be taken in as new variables; absent: all. */
  take?: string[] | undefined;
}

export interface Comparison {
  respondents: { before: number; after: number };
  columns: Difference[];
  /** Waves that the study has. */
  waves: string[];
}

const WAVE_NAME = 'wave';

/** Whether two tables of databases are one. */
const isSameTable = (a: Linked, b: Linked): boolean =>
  JSON.stringify([a.engine, a.host, a.port, a.database, a.table]) ===
  JSON.stringify([b.engine, b.host, b.port, b.database, b.table]);

/** @throws Fault where respondents of one of the two stay in a database, unless its own table was looked at again */
function checkTogether({ db }: OpenStudy, { layout }: IntakeRecord): void {
  const link = linkOf(db);
  if (layout.is !== 'linked' && !link) return;
  if (layout.is === 'linked' && link && isSameTable(layout, link)) return;
  throw new Fault(
    'unsupported',
    'Respondents that stay in a database are not joined with others.',
    'Join them there, in a view, and link that.',
  );
}

/** @throws Fault where it was not read, or does not go together with the study */
async function readOf(service: Service, study: OpenStudy, id: string): Promise<{ intake: IntakeRecord; read: ReadIn }> {
  const intake = await awaitIntake(service, id);
  checkTogether(study, intake);
  if (intake.read) return { intake, read: intake.read };
  const { kind, message, mend, place } = intake.fault ?? {
    kind: 'conflict',
    message: 'The file was not read to its end.',
    mend: 'Open the intake again.',
    place: {},
  };
  throw new Fault(kind, message, mend, place);
}

/** A variable with the heading of its column, which a new name does not change. */
type SourceVariable = VariableRow & { heading: string };

/** Variables that stand for columns of a file: not those that workings make, and not the wave. */
function sourcesIn(study: OpenStudy): SourceVariable[] {
  const { waveVariable } = studyRow(study.db);
  const rows = allColumnRows(study.db);
  return allVariables(study.db)
    .filter(({ workingId, id }) => workingId === null && id !== waveVariable)
    .map((variable) => ({ ...variable, heading: rows.get(variable.columnId)?.name ?? variable.name }));
}

function wavesOf(study: OpenStudy): VariableRow | undefined {
  const { waveVariable } = studyRow(study.db);
  return byId(allVariables(study.db), waveVariable);
}

/** What would be different if a file went into a study, column by column. */
export async function compareWithStudy(service: Service, study: OpenStudy, id: string): Promise<Comparison> {
  const { read } = await readOf(service, study, id);
  const rows = allColumnRows(study.db);
  const codes = allColumnCodes(study.db);
  const { respondents } = studyRow(study.db);
  const sources = sourcesIn(study);
  const before = sources.map(({ heading: name, level, columnId }) => {
    const { storage = 'text', blank = 0 } = rows.get(columnId) ?? {};
    return { name, level, storage, blank, filled: respondents - blank, codes: codes.get(columnId) ?? [] };
  });
  const listed = new Map(
    sources.map(({ heading: name, codes: list }) => [name, new Set(list.map(({ code }) => code))]),
  );
  return {
    respondents: { before: respondents, after: read.respondents },
    columns: differences(before, read.columns, listed),
    waves: wavesOf(study)?.codes.map(({ label }) => label) ?? [],
  };
}

/**
 * Takes a second file into a study. A copy of the study is written with it and put in its place when all of it is
 * done, the workings too: it lands whole or not at all.
 */
export function joinStudy(service: Service, study: OpenStudy, id: string, joining: Joining): Promise<void> {
  const work = () => inTurn(id, () => doJoin(service, study, id, joining));
  const next = study.queue.last.catch(() => undefined).then(work);
  study.queue.last = next;
  return mustEnd(service, next);
}

interface Plan {
  columns: (JoinedColumn & { variable: VariableRow | null })[];
  wave: { codes: Code[]; now: string } | null;
}

function planOf(study: OpenStudy, read: ReadIn, { as, waves, take }: Joining): Plan {
  const sources = sourcesIn(study);
  const names = new Set(
    [...allVariables(study.db), ...sources.map(({ heading }) => ({ name: heading }))].map(({ name }) => name),
  );
  const byName = new Map(read.columns.map((column) => [column.name, column]));
  const waveVariable = wavesOf(study);
  if (as === 'refresh' && waveVariable) {
    const mend = 'Take the file in as a new wave, or as a study of its own.';
    throw new Fault(
      'conflict',
      `The study has ${waveVariable.codes.length} waves, which a refresh would take away.`,
      mend,
      {
        field: 'as',
      },
    );
  }
  if (!sources.some(({ heading }) => byName.has(heading))) {
    throw new Fault('invalid', 'The file has no column of the study.', 'Take it in as a study of its own.', {
      field: 'as',
    });
  }
  const matched = sources.map((variable) => ({
    name: variable.heading,
    old: as === 'wave' ? variable.columnId : null,
    fresh: byName.get(variable.heading)?.columnId ?? null,
    variable,
  }));
  const added = read.columns
    .filter(({ name }) => !names.has(name) && (take?.includes(name) ?? true))
    .map(({ name, columnId }) => ({ name, old: null, fresh: columnId, variable: null }));
  if (as === 'refresh') return { columns: [...matched, ...added], wave: null };
  const before = waveVariable?.codes ?? [{ code: '1', label: waves?.before ?? 'Wave 1', missing: null }];
  const now = String(Math.max(0, ...before.map(({ code }) => Number(code))) + 1);
  const codes = [...before, { code: now, label: waves?.now ?? `Wave ${now}`, missing: null }];
  const wave = waveVariable
    ? { name: waveVariable.name, old: waveVariable.columnId, fresh: null, variable: waveVariable }
    : { name: waveName(names, added), old: null, fresh: null, variable: null };
  return { columns: [...matched, ...added, wave], wave: { codes, now } };
}

function waveName(taken: ReadonlySet<string>, added: readonly { name: string }[]): string {
  const all = new Set([...taken, ...added.map(({ name }) => name)]);
  let name = WAVE_NAME;
  for (let again = 2; all.has(name); again++) name = `${WAVE_NAME}_${again}`;
  return name;
}

/** The level that a variable keeps, or, where its column can no longer be of it, the nearest. */
function levelAfter(level: Level, storage: ReadColumn['storage']): Level {
  if (storage === 'text') return 'text';
  return storage === 'number' && level !== 'text' ? 'number' : level;
}

/** @throws Fault where a table of a database is to be a wave */
function checkKind({ layout }: IntakeRecord, { as }: Joining): void {
  if (layout.is !== 'linked' || as === 'refresh') return;
  throw new Fault(
    'unsupported',
    'The respondents of a linked table are those that it has now; it is no wave beside those that it had.',
    'Take it in as a refresh.',
    { field: 'as' },
  );
}

async function doJoin(service: Service, study: OpenStudy, id: string, joining: Joining): Promise<void> {
  // It is in the study already: the answer was lost, or the server ended before it was cleared away.
  if (allSourceFiles(study.db).some(({ intake }) => intake === id)) {
    await rm(folderOf(service, id), { recursive: true, force: true });
    return;
  }
  const { intake, read } = await readOf(service, study, id);
  checkKind(intake, joining);
  const { columns, wave } = planOf(study, read, joining);
  const { respondents: total } = studyRow(study.db);
  const old = joining.as === 'wave' ? total : 0;
  const into = join(folderOf(service, id), 'joined.part');
  const waveAt = wave ? columns.length - 1 : -1;
  try {
    await rm(into, { force: true });
    const job: JoinJob = {
      study: study.file,
      part: partFile(service, id),
      into,
      respondents: { old, fresh: read.respondents },
      columns: columns.map(({ name, old: before, fresh }, k) => ({
        name,
        old: before,
        fresh,
        ...(k === waveAt ? { codes: waveCodes(wave, columns[k]?.variable ?? null) } : {}),
      })),
      file: {
        name: intake.fileName,
        sha256: intake.sha256,
        bytes: intake.bytes,
        layout: JSON.stringify(intake.layout),
        respondents: read.respondents,
        unread: read.unread.rows,
        takenIn: new Date().toISOString(),
        intake: id,
      },
    };
    const isLinked = intake.layout.is === 'linked';
    const joined = isLinked ? joinLinked(job, read.columns) : await service.run('join', job);
    const words =
      (isLinked ? `Looked at ${intake.fileName} again` : `Took in ${intake.fileName} `) +
      (wave ? `as the wave ${wave.codes.at(-1)?.label ?? ''}` : isLinked ? '' : 'in the place of the data before') +
      `: ${whole(read.respondents)} respondents`;
    await finish(service, into, { columns, wave, joined, read, respondents: old + read.respondents, words });
    await noteDone(service, id, { is: 'joined', fileName: intake.fileName, study: study.id });
    await replaceFile(service, study, into);
  } finally {
    removeStudyFile(into);
  }
  await rm(folderOf(service, id), { recursive: true, force: true });
  service.log.info(
    { study: study.id, respondents: old + read.respondents, as: joining.as },
    'a file was taken into a study',
  );
}

/** Old respondents keep the wave they have; where there was none before, they are the first. */
function waveCodes(
  wave: Plan['wave'],
  waveVariable: VariableRow | null,
): { old: string | null; fresh: string } | undefined {
  return wave ? { old: waveVariable ? null : (wave.codes[0]?.code ?? '1'), fresh: wave.now } : undefined;
}

interface Finishing extends Plan {
  joined: Joined;
  read: ReadIn;
  respondents: number;
  /** What is done, for the ledger. */
  words: string;
}

/** Turns the codebook of the joined study to its new columns, and has its workings computed again. */
async function finish(service: Service, file: string, { columns, wave, joined, read, respondents, words }: Finishing) {
  const db = openStudyFile(file);
  const study: OpenStudy = { id: '', file, db, queue: { last: Promise.resolve() }, seen: null };
  try {
    db.transaction(() => {
      setRespondents(db, respondents);
      insertEntry(db, { kind: 'intake', words, delta: null, madeBy: whoAsks().name ?? '' });
      columns.forEach(({ name, variable }, k) => {
        const { id, storage, understood } = joined[k]!;
        const isWave = wave !== null && k === columns.length - 1;
        if (variable) {
          updateVariable(db, variable.id, { ...variable, columnId: id, level: levelAfter(variable.level, storage) });
          removeColumn(db, variable.columnId);
          if (isWave && variable.codeListId !== null) replaceCodes(db, variable.codeListId, wave.codes);
          return;
        }
        const level = isWave
          ? 'ordered'
          : storage === 'text'
            ? 'text'
            : (read.columns.find((column) => column.name === name)?.level ?? understood.level);
        const listed =
          level === 'unordered' || level === 'ordered'
            ? understood.codes.map(({ code }): Code => ({ code, label: code, missing: null }))
            : null;
        const codes = isWave ? wave.codes : listed;
        const variableId = insertVariable(db, {
          name,
          label: isWave ? 'Wave' : '',
          question: '',
          level,
          columnId: id,
          codeListId: codes && insertCodeList(db, name, codes),
          workingId: null,
        });
        if (isWave) setWaveVariable(db, variableId);
      });
      touchStudy(db);
    }).immediate();
    await settle(service, study);
  } finally {
    await service.forget(file);
    closeForMove(db);
  }
}
