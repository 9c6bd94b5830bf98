import { existsSync, lstatSync, readdirSync } from 'node:fs';
import { isDeepStrictEqual } from 'node:util';
import { basename, join } from 'node:path';
import { Fault } from '../core/fault.js';
import { type Trouble, troubleOf } from '../core/study/trouble.js';
import { layerOf } from '../core/team/layer-id.js';
import { ownLayerRow } from '../store/own-layer.js';
import { acceptedOf } from './layers/accepted.js';
import { bringUp } from './layers/bring-up.js';
import { groundNow } from './layers/ground.js';
import { makeOwnLayer, ownFile } from './layers/layer-files.js';
import { inspectStudyFile } from '../store/inspect.js';
import { CURRENT_VERSION, openStudyFile, readStudyFile } from '../store/open.js';
import { listedRow, setStudyId, type StudyRow, studyRow } from '../store/study.js';
import { askedBy } from './asking.js';
import { settle } from './settle.js';
import { upgradeStudy } from './upgrade.js';
import { tidy } from './tidy.js';
import { mustEnd, type OpenStudy, type Service, studiesFolder } from './context.js';

/** Whether a text can be the id of a study: it is the name of a file. */
export const isStudyId = (id: string): boolean => /^[a-z0-9][a-z0-9-]{0,63}$/.test(id);

/** The file of a study, or of somebody's own layer over one. */
export function studyFile(service: Service, id: string): string {
  return layerOf(id).person === null ? join(studiesFolder(service), `${id}.sqlite`) : ownFile(service, id);
}

/** The same study for somebody who has seen a revision of it; a file that takes its place takes it here too. */
function asSeen(study: OpenStudy, seen: number | null): OpenStudy {
  return seen === null ? study : (Object.create(study, { seen: { value: seen } }) as OpenStudy);
}

/** What is said of a study that is not there, or that whoever asks is not told of. */
export const notThere = (id: string) =>
  new Fault('not-found', `There is no study "${id.slice(0, 64)}".`, 'Choose one from the list of studies.', {
    field: 'study',
  });

/** What a study's file is. @throws Fault where there is none, or it cannot be opened */
function inspected(id: string, file: string): { version: number } {
  if (!isStudyId(layerOf(id).study) || !existsSync(file)) throw notThere(id);
  const found = inspectStudyFile(file);
  if (found.is === 'study') return found;
  const { message, mend } = found.trouble;
  throw new Fault('damaged', `The study "${id}" cannot be opened. ${message}`, mend, { file: basename(file) });
}

function open(service: Service, id: string, file: string): OpenStudy {
  const study: OpenStudy = { id, file, db: openStudyFile(file), queue: { last: Promise.resolve() }, seen: null };
  // A file that was copied by hand is the study that its name says.
  if (studyRow(study.db).id !== id) setStudyId(study.db, id);
  service.studies.set(id, study);
  return study;
}

/**
 * A study by its id, opened once and kept open. Its file is up to date: `readyStudy` sees to that first.
 * @param seen the revision that whoever asks has seen: a change to what was changed since is refused
 * @throws Fault where there is none, or it cannot be opened
 */
export function openStudy(service: Service, id: string, seen: number | null = null): OpenStudy {
  const file = studyFile(service, id);
  const study = service.studies.get(id) ?? (inspected(id, file), open(service, id, file));
  return asSeen(study, seen);
}

/** Somebody's own layer stands on the study, which is made ready first; it is made where there is none yet. */
async function makeGround(service: Service, id: string): Promise<void> {
  const { study, person } = layerOf(id);
  if (person === null) return;
  if (!service.team) throw notThere(id);
  await makeOwnLayer(service, await readyStudy(service, study), person, id);
}

/** Brings somebody's own layer up to what it stands on. */
async function bringUpLayer(service: Service, id: string): Promise<void> {
  const { study, person } = layerOf(id);
  if (person === null || !service.team) return;
  const base = await readyStudy(service, study);
  const own = openStudy(service, id);
  const ground = () => groundNow(service, base, person, (other) => openStudy(service, other));
  const isUp = () => isDeepStrictEqual(ownLayerRow(own.db)?.standsOn, ground().standsOn);
  if (isUp()) return;
  const { team } = service;
  await inQueue(service, own, async () => {
    // Whoever asked before may have done it.
    if (isUp()) return;
    await askedBy({ asker: 'ourselves' }, () =>
      bringUp(service, own, person, ground(), acceptedOf(team, study, person, own)),
    );
  });
}

async function makeReady(service: Service, id: string): Promise<void> {
  await makeGround(service, id);
  const file = studyFile(service, id);
  if (!service.studies.has(id)) {
    const { version } = inspected(id, file);
    if (version < CURRENT_VERSION) await upgradeStudy(service, id, file, version);
  }
  const study = openStudy(service, id);
  await inQueue(service, study, () => settle(service, study));
}

/**
 * A study by its id, ready to be asked: its file is brought up to date, with the old one kept, and what was not
 * computed when the last server ended is computed, before anything of it is told.
 * @throws Fault where there is none, or it cannot be opened
 */
export async function readyStudy(service: Service, id: string, seen: number | null = null): Promise<OpenStudy> {
  const making = service.ready.get(id) ?? askedBy({ asker: 'ourselves' }, () => makeReady(service, id));
  service.ready.set(id, making);
  try {
    await making;
  } catch (error) {
    service.ready.delete(id);
    throw error;
  }
  await bringUpLayer(service, id);
  return openStudy(service, id, seen);
}

/** A file in the store that cannot be opened as a study. */
export interface Unopened extends Trouble {
  /** Its name, with the ending. */
  file: string;
  bytes: number;
}

const ENDING = '.sqlite';

/** The id of the study that a file is to be, by its name. */
export const idOfFile = (file: string): string => file.slice(0, -ENDING.length);

/** Files in a folder that are to be studies, by their names. */
export const studyFilesIn = (folder: string): string[] => readdirSync(folder).filter((name) => name.endsWith(ENDING));

/** What the list says of the study in a file, which is not opened for work. */
export function rowIn(folder: string, file: string): StudyRow {
  const db = readStudyFile(join(folder, file));
  try {
    return { ...listedRow(db), id: idOfFile(file) };
  } finally {
    db.close();
  }
}

function unopenedAt(service: Service, file: string): Unopened | null {
  const id = idOfFile(file);
  if (service.studies.has(id)) return null;
  const path = join(studiesFolder(service), file);
  const found = inspectStudyFile(path);
  const trouble = found.is === 'trouble' ? found.trouble : isStudyId(id) ? null : troubleOf('name');
  return trouble && { file, bytes: lstatSync(path).size, ...trouble };
}

/** Files of the store that are to be studies, by their names. */
export const storeFiles = (service: Service) => studyFilesIn(studiesFolder(service));

/** How many files of studies the store has, whatever is in them. */
export const countStudies = (service: Service): number => storeFiles(service).length;

/** Files in the store that cannot be opened, with the reason. Nothing is written to them. */
export const unopenedFiles = (service: Service): Unopened[] =>
  storeFiles(service).flatMap((file) => unopenedAt(service, file) ?? []);

/** What is said of a study in the list; it is not opened for it. */
function listed(service: Service, file: string): StudyRow[] {
  const study = service.studies.get(idOfFile(file));
  try {
    if (study) return [studyRow(study.db)];
    return unopenedAt(service, file) ? [] : [rowIn(studiesFolder(service), file)];
  } catch (error) {
    // It went while the list was made, or is damaged where nobody looked yet; another request says so.
    service.log.warn({ err: error, file }, 'a study cannot be listed');
    return [];
  }
}

/** All studies, the newest first; those that cannot be opened are `unopenedFiles`. */
export const listStudies = (service: Service): StudyRow[] =>
  storeFiles(service)
    .flatMap((file) => listed(service, file))
    .sort((a, b) => b.created.localeCompare(a.created));

/** Does some work on a study after all that was begun before, which may put another file in its place. */
export function inQueue<T>(service: Service, study: OpenStudy, work: () => Promise<T> | T): Promise<T> {
  const next = study.queue.last.catch(() => undefined).then(work);
  study.queue.last = next;
  return mustEnd(service, next);
}

/** Makes a change to a study after those before it. The change counts itself, in the transaction that makes it. */
export function change<T>(service: Service, study: OpenStudy, work: () => Promise<T> | T): Promise<T> {
  return inQueue(service, study, async () => {
    try {
      return await work();
    } catch (error) {
      tidy(study.db);
      throw error;
    }
  });
}

/** A study for its page; or where to go instead: null is the page that says that there is nothing. */
export async function studyForPage(
  service: Service,
  id: string,
): Promise<{ study: StudyRow } | { study: null; instead: string | null }> {
  try {
    return { study: studyRow((await readyStudy(service, id)).db) };
  } catch (error) {
    if (!(error instanceof Fault)) throw error;
    // The list says why a study cannot be opened, and what can be done.
    return { study: null, instead: error.kind === 'not-found' ? null : '/studies' };
  }
}
