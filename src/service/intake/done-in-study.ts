import { existsSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { readStudyFile } from '../../store/open.js';
import { allSourceFiles } from '../../store/source-files.js';
import type { Service } from '../context.js';
import { studyFile } from '../open-study.js';
import { doneWith } from './done.js';
import { folderOf } from './record.js';

/** Whether a study has what a file brought. */
function hasFile(path: string, intake: string): boolean {
  const db = readStudyFile(path);
  try {
    return allSourceFiles(db).some((file) => file.intake === intake);
  } finally {
    db.close();
  }
}

/**
 * The study that a file that waited became, or went into; null: it did not yet. What is left of the file is cleared
 * away: the server may have ended before it was.
 */
export async function doneInStudy(service: Service, intake: string): Promise<string | null> {
  const { is, study } = (await doneWith(service, intake)) ?? { is: 'removed', study: null };
  if (is === 'removed' || study === null || !existsSync(studyFile(service, study))) return null;
  if (is === 'joined' && !hasFile(studyFile(service, study), intake)) return null;
  await rm(folderOf(service, intake), { recursive: true, force: true });
  return study;
}
