import { randomBytes } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { removeStudyFile } from '../store/open.js';
import { mustEnd, type Service, studiesFolder } from './context.js';
import { limited } from './intake/limited.js';

/** The largest backup that is taken. */
const MOST_BYTES = 64 * 1024 ** 3;

/** A backup that is sent. */
export interface SentBackup {
  /** Its name, for messages. */
  name: string;
  body: Readable;
}

/**
 * Writes a backup down that is sent, and works with it; nothing of it is left there afterwards.
 * @param work given where it is, which is in the folder of the studies: it can be moved to its place there
 * @throws Fault where it is larger than any
 */
export function withSentBackup<T>(
  service: Service,
  { name, body }: SentBackup,
  work: (path: string) => Promise<T>,
): Promise<T> {
  const path = join(studiesFolder(service), `backup.part-${randomBytes(6).toString('hex')}`);
  const received = async () => {
    try {
      await pipeline(body, limited(name, MOST_BYTES), createWriteStream(path));
      return await work(path);
    } finally {
      removeStudyFile(path);
    }
  };
  return mustEnd(service, received());
}
