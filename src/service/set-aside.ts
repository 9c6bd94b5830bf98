import { createReadStream, mkdirSync, statSync } from 'node:fs';
import { rename } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { Fault } from '../core/fault.js';
import { studiesFolder, type Service } from './context.js';
import { type Unopened, unopenedFiles } from './open-study.js';
import type { PassingFile } from './passing-file.js';

function findUnopened(service: Service, file: string): Unopened {
  const found = unopenedFiles(service).find((candidate) => candidate.file === file);
  if (found) return found;
  const message = `The store has no unopened file "${file.slice(0, 100)}".`;
  throw new Fault('not-found', message, 'Choose one from the list of studies.', { file: file.slice(0, 100) });
}

/** Moves a file that cannot be opened out of the studies, to a folder where nothing looks for it. @returns its place */
export async function setAside(service: Service, name: string): Promise<string> {
  const { file } = findUnopened(service, name);
  const folder = join(service.folder, 'set-aside');
  mkdirSync(folder, { recursive: true });
  const day = new Date().toISOString().slice(0, 19).replaceAll(':', '');
  const place = join(folder, `${day}-${file}`);
  const from = join(studiesFolder(service), file);
  await rename(from, place);
  for (const end of ['-wal', '-shm', '-journal']) await rename(from + end, place + end).catch(() => undefined);
  service.log.info({ file, place }, 'a file that cannot be opened was set aside');
  return place;
}

/** A file that cannot be opened as it is, for whoever can mend it elsewhere. @throws Fault where it cannot be read */
export function fetchUnopened(service: Service, name: string): PassingFile {
  const { file, kind, message, mend } = findUnopened(service, name);
  if (kind === 'no-permission' || kind === 'elsewhere') throw new Fault('store', message, mend, { file });
  const path = join(studiesFolder(service), file);
  const stream = Readable.toWeb(createReadStream(path)) as ReadableStream<Uint8Array>;
  return { fileName: file.replace(/[^\w.-]/g, '_'), bytes: statSync(path).size, stream };
}
