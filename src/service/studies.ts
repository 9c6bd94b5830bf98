import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, statSync } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Fault } from '../core/fault.js';
import { type SizeWords, whyNoSizeWords } from '../core/reading/size-words.js';
import { forgetPeopleOf } from './team/owners.js';
import { closeForMove, detach, openStudyFile, removeStudyFile } from '../store/open.js';
import { inspectStudyFile } from '../store/inspect.js';
import { unseal } from '../store/seal.js';
import { nameStudy, setSettings, setStudyId, settingsOf, type StudyRow, studyRow, touchStudy } from '../store/study.js';
import { mustEnd, type OpenStudy, type Service, studiesFolder } from './context.js';
import { land } from './land.js';
import { forgetLayers, removeLayers, withoutLayers } from './layers/layer-files.js';
import { newStudyId } from './new-study-id.js';
import { passingFile, type PassingFile } from './passing-file.js';
import { change, idOfFile, isStudyId, openStudy, readyStudy, rowIn, studyFile, studyFilesIn } from './open-study.js';
import { type SentBackup, withSentBackup } from './sent-backup.js';

const LEAVE_OPEN_MS = 1000;

const binFolder = (service: Pick<Service, 'folder'>) => join(service.folder, 'bin');

export interface StudyEdit {
  name?: string | undefined;
  subtitle?: string | undefined;
  /** Null: the usual words again. */
  sizeWords?: SizeWords | null | undefined;
}

/** Names a study, describes it, gives it its own words for size. @throws Fault where the words cannot be */
export function editStudy(service: Service, study: OpenStudy, edit: StudyEdit): Promise<StudyRow> {
  const wrong = edit.sizeWords ? whyNoSizeWords(edit.sizeWords) : null;
  if (wrong !== null)
    throw new Fault('invalid', `The words for size cannot be so. ${wrong}`, 'Mend them.', { field: 'sizeWords' });
  return change(service, study, () => {
    const { db } = study;
    db.transaction(() => {
      const { name, subtitle } = studyRow(db);
      nameStudy(db, edit.name?.trim() ?? name, edit.subtitle?.trim() ?? subtitle);
      if (edit.sizeWords !== undefined) {
        setSettings(db, { ...settingsOf(db), sizeWords: edit.sizeWords === null ? undefined : [...edit.sizeWords] });
      }
      touchStudy(db);
    }).immediate();
    return studyRow(db);
  });
}

/** Writes a whole copy of a study beside the studies. */
async function copyBeside(service: Service, study: OpenStudy, sealed = false): Promise<string> {
  const part = join(studiesFolder(service), `copy.part-${randomBytes(6).toString('hex')}`);
  try {
    await service.run('copy', { from: study.file, to: part, sealed });
    return part;
  } catch (error) {
    removeStudyFile(part);
    throw error;
  }
}

/** Makes a copy of a study, with everything in it. */
export function copyStudy(service: Service, study: OpenStudy, name?: string): Promise<StudyRow> {
  const work = async () => {
    const called = name?.trim() ?? `${studyRow(study.db).name}, copy`;
    const id = newStudyId(called);
    const part = await copyBeside(service, study);
    const db = openStudyFile(part);
    try {
      setStudyId(db, id);
      nameStudy(db, called, studyRow(db).subtitle);
    } finally {
      closeForMove(db);
    }
    await land(part, studyFile(service, id));
    return studyRow(openStudy(service, id).db);
  };
  return mustEnd(service, work());
}

/** Puts a study into the bin, out of which it can be taken again. */
export function binStudy(service: Service, study: OpenStudy): Promise<void> {
  const work = async () => {
    mkdirSync(binFolder(service), { recursive: true });
    await service.forget(study.file);
    const kept = service.studies.get(study.id);
    const { db } = kept ?? study;
    await withoutLayers(service, study.id, () => {
      detach(db);
      return rename(study.file, join(binFolder(service), `${study.id}.sqlite`));
    });
    forgetLayers(service, study.id);
    service.studies.delete(study.id);
    service.ready.delete(study.id);
    // A request that is being answered may still read from it.
    setTimeout(() => db.close(), LEAVE_OPEN_MS).unref();
  };
  // After the changes under way; a study in the bin is not changed any more.
  const next = study.queue.last.catch(() => undefined).then(work);
  study.queue.last = next;
  return mustEnd(service, next);
}

/** Studies in the bin, the last binned first. A file that is no study is passed over. */
export function listBin(service: Service): (StudyRow & { binned: string })[] {
  if (!existsSync(binFolder(service))) return [];
  const folder = binFolder(service);
  return studyFilesIn(folder)
    .filter((file) => isStudyId(idOfFile(file)) && inspectStudyFile(join(folder, file)).is === 'study')
    .map((file) => ({ ...rowIn(folder, file), binned: statSync(join(folder, file)).ctime.toISOString() }))
    .sort((a, b) => b.binned.localeCompare(a.binned));
}

function inBin(service: Service, id: string): string {
  const path = join(binFolder(service), `${id}.sqlite`);
  if (!isStudyId(id) || !existsSync(path))
    throw new Fault('not-found', `There is no study "${id.slice(0, 64)}" in the bin.`, 'Choose one from the bin.', {
      field: 'study',
    });
  return path;
}

/** Takes a study out of the bin, to where it was. */
export async function unbinStudy(service: Service, id: string): Promise<StudyRow> {
  const path = inBin(service, id);
  if (existsSync(studyFile(service, id)))
    throw new Fault('conflict', `There is a study "${id}" again.`, 'Bin that one first.', { field: 'study' });
  await rename(path, studyFile(service, id));
  return studyRow((await readyStudy(service, id)).db);
}

/** Deletes a study in the bin for good. */
export async function emptyFromBin(service: Service, id: string): Promise<void> {
  await rm(inBin(service, id));
  await removeLayers(service, id);
  forgetPeopleOf(service, id);
}

/** A study as one file, which `restoreStudy` takes: everything in it, the ledger and the binder too. */
export async function backUpStudy(service: Service, study: OpenStudy): Promise<PassingFile> {
  const part = await copyBeside(service, study, true);
  const day = new Date().toISOString().slice(0, 10);
  return passingFile(`${study.id}-${day}.hatch-count.sqlite`, part);
}

/**
 * Restores a study from a backup. It is looked through first; where a study of its id is there, it gets another.
 * @throws Fault where the file is no whole study
 */
export function restoreStudy(service: Service, sent: SentBackup): Promise<StudyRow> {
  return withSentBackup(service, sent, async (part) => {
    await service.run('checkBackup', { path: part, file: sent.name });
    const db = openStudyFile(part);
    unseal(db);
    let { id } = studyRow(db);
    const taken = existsSync(studyFile(service, id)) || existsSync(join(binFolder(service), `${id}.sqlite`));
    if (taken || !isStudyId(id)) {
      id = newStudyId(studyRow(db).name);
      setStudyId(db, id);
    }
    closeForMove(db);
    await land(part, studyFile(service, id));
    return studyRow(openStudy(service, id).db);
  });
}
