import { rename } from 'node:fs/promises';
import { detach, openStudyFile } from '../store/open.js';
import type { OpenStudy, Service } from './context.js';
import { withoutLayers } from './layers/layer-files.js';
import { sync } from './sync.js';

/** A connection that a request may still use is closed after this time. */
const LEAVE_OPEN_MS = 10_000;

/**
 * Puts a whole new file in the place of a study's. Whoever holds the study has the new one from then on; the rename is
 * the instant at which it changes.
 */
export async function replaceFile(service: Service, study: OpenStudy, file: string): Promise<void> {
  await sync(file);
  await service.forget(study.file);
  const { db } = study;
  await withoutLayers(service, study.id, () => {
    detach(db);
    return rename(file, study.file);
  });
  // Those who have seen a revision look through to the one that is kept open.
  const kept = service.studies.get(study.id) ?? study;
  try {
    kept.db = openStudyFile(study.file);
  } catch (error) {
    // The old file has no name any more: what would be written to it now would be lost. The next request opens the new.
    service.studies.delete(study.id);
    db.close();
    throw error;
  }
  setTimeout(() => db.close(), LEAVE_OPEN_MS).unref();
}
