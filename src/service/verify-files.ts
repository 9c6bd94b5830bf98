import { join } from 'node:path';
import { Fault } from '../core/fault.js';
import type { Verified } from '../core/study/verified.js';
import { type Service, studiesFolder } from './context.js';
import { storeFiles } from './open-study.js';
import { type SentBackup, withSentBackup } from './sent-backup.js';

/** What was found in a file of the store, or in one that was sent. */
export interface VerifiedFile extends Verified {
  /** Its name, with the ending. */
  file: string;
}

/** Looks a file through, wherever it is. @param file its name */
export async function verifyPath(service: Service, file: string, path: string): Promise<VerifiedFile> {
  return { file, ...(await service.run('verify', { path })) };
}

/** A file of the store by a study's id or by its own name; null: there is none. */
export const storeFileCalled = (service: Service, called: string): string | null =>
  storeFiles(service).find((name) => name === called || name === `${called}.sqlite`) ?? null;

/**
 * Looks a file of the store through to its last byte; it is not opened for work.
 * @param called a study's id, or the name of its file
 * @throws Fault where the store has no such file
 */
export async function verifyFileOf(service: Service, called: string): Promise<VerifiedFile> {
  const file = storeFileCalled(service, called);
  if (file !== null) return verifyPath(service, file, join(studiesFolder(service), file));
  const message = `The store has no study or file "${called.slice(0, 100)}".`;
  throw new Fault('not-found', message, 'Choose one from the list of studies.', { file: called.slice(0, 100) });
}

/** Looks every file of the store through, one after the other. */
export async function* verifyStore(service: Service): AsyncGenerator<VerifiedFile> {
  for (const file of storeFiles(service)) yield await verifyPath(service, file, join(studiesFolder(service), file));
}

/** Looks a backup through that is sent; nothing of it is kept. @throws Fault where it is larger than any */
export const verifySent = (service: Service, sent: SentBackup): Promise<VerifiedFile> =>
  withSentBackup(service, sent, (path) => verifyPath(service, sent.name, path));
