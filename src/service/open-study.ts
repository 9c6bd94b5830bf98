import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { Fault } from '../core/fault.js';
import { openStudyFile } from '../store/open.js';
import { type StudyRow, studyRow, touchStudy } from '../store/study.js';
import { tidy } from './tidy.js';
import { mustEnd, type OpenStudy, type Service, studiesFolder } from './context.js';

/** Whether a text can be the id of a study: it is the name of a file. */
export const isStudyId = (id: string): boolean => /^[a-z0-9][a-z0-9-]{0,63}$/.test(id);

export function studyFile(service: Service, id: string): string {
  return join(studiesFolder(service), `${id}.sqlite`);
}

/** The same study for somebody who has seen a revision of it; a file that takes its place takes it here too. */
function asSeen(study: OpenStudy, seen: number | null): OpenStudy {
  return seen === null ? study : (Object.create(study, { seen: { value: seen } }) as OpenStudy);
}

/**
 * A study by its id, opened once and kept open.
 * @param seen the revision that whoever asks has seen: a change to what was changed since is refused
 * @throws Fault where there is none
 */
export function openStudy(service: Service, id: string, seen: number | null = null): OpenStudy {
  const open = service.studies.get(id);
  if (open) return asSeen(open, seen);
  const file = studyFile(service, id);
  if (!isStudyId(id) || !existsSync(file)) {
    throw new Fault('not-found', `There is no study "${id.slice(0, 64)}".`, 'Choose one from the list of studies.', {
      field: 'study',
    });
  }
  const study: OpenStudy = { id, file, db: openStudyFile(file), queue: { last: Promise.resolve() }, seen: null };
  service.studies.set(id, study);
  return asSeen(study, seen);
}

/** All studies, the newest first. A file that cannot be opened is told in the log and passed over. */
export function listStudies(service: Service): StudyRow[] {
  return readdirSync(studiesFolder(service))
    .filter((name) => name.endsWith('.sqlite'))
    .flatMap((name) => {
      try {
        return [studyRow(openStudy(service, name.slice(0, -'.sqlite'.length)).db)];
      } catch (error) {
        service.log.error({ err: error, file: name }, 'a study cannot be opened');
        return [];
      }
    })
    .sort((a, b) => b.created.localeCompare(a.created));
}

/** Does some work on a study after all that was begun before, which may put another file in its place. */
export function inQueue<T>(service: Service, study: OpenStudy, work: () => Promise<T> | T): Promise<T> {
  const next = study.queue.last.catch(() => undefined).then(work);
  study.queue.last = next;
  return mustEnd(service, next);
}

/** Makes a change to a study after those before it, and counts it in the study's revision. */
export function change<T>(service: Service, study: OpenStudy, work: () => Promise<T> | T): Promise<T> {
  return inQueue(service, study, async () => {
    const { revision } = studyRow(study.db);
    try {
      const result = await work();
      // A change counts itself in its own transaction; what made none is counted here.
      if (studyRow(study.db).revision === revision) touchStudy(study.db);
      return result;
    } catch (error) {
      tidy(study.db);
      throw error;
    }
  });
}

/** A study's entry in the list, or null where there is none of that id. */
export function studyOrNull(service: Service, id: string): StudyRow | null {
  try {
    return studyRow(openStudy(service, id).db);
  } catch (error) {
    if (error instanceof Fault && error.kind === 'not-found') return null;
    throw error;
  }
}
