import { createHash, randomBytes } from 'node:crypto';
import { createWriteStream, statSync } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { bidiShown } from '../../core/bidi-shown.js';
import { mustEnd, type Service } from '../context.js';
import { codebookFile, readSent, withCodebook } from './codebook.js';
import { limited } from './limited.js';
import { awaitIntake, type Intake, startReading, stopReading } from './read.js';
import { dataFile, folderOf, readRecord } from './record.js';
import { removeOldIntakes } from './waiting.js';
import type { IntakeRecord } from '../../core/intake/intake-shape.js';

/** The largest file that is taken in. */
const MOST_BYTES = 8 * 1024 ** 3;
/** A file that is read within this time is answered with what was understood of it. */
export const PATIENCE_MS = 1500;

/** A file name without folders and control characters, for messages and the record. */
export function plainName(name: string): string {
  const last = name.split(/[\\/]/).at(-1) ?? '';
  const clean = bidiShown(last)
    .replace(/\p{Cc}/gu, '')
    .trim()
    .slice(0, 200);
  return clean === '' ? 'file.csv' : clean;
}

/**
 * Receives a file, finds how it is written and starts to read it. Nothing is left of a file that is no table.
 * @returns the intake: read, where that took no longer than `patience` ms
 * @throws Fault where the file is refused
 */
export function receiveFile(
  service: Service,
  name: string,
  body: ReadableStream<Uint8Array> | Readable,
  patience = Infinity,
): Promise<Intake> {
  const stream = body instanceof Readable ? body : Readable.fromWeb(body as never);
  return mustEnd(service, receive(service, plainName(name), stream)).then((id) => awaitIntake(service, id, patience));
}

async function receive(service: Service, sentAs: string, body: Readable): Promise<string> {
  await removeOldIntakes(service);
  const id = randomBytes(9).toString('hex');
  const folder = folderOf(service, id);
  await mkdir(folder, { recursive: true });
  try {
    const path = dataFile(service, id);
    const sum = createHash('sha256');
    await pipeline(
      body,
      limited(sentAs, MOST_BYTES, (chunk) => sum.update(chunk)),
      createWriteStream(path),
    );
    const bytes = statSync(path).size;
    const unpacked = await service.run('unpack', { path, file: sentAs, codebook: codebookFile(service, id) });
    const fileName = unpacked ? plainName(unpacked.data) : sentAs;
    const { gzip, layout, sheets, codebook: brought } = await service.run('detect', { path, file: fileName });
    const record: IntakeRecord = {
      id,
      fileName,
      bytes,
      sha256: sum.digest('hex'),
      created: new Date().toISOString(),
      gzip,
      sheets,
      layout,
      found: layout,
      preview: null,
      read: null,
      fault: null,
      codebook: null,
      codebookSaysHow: false,
    };
    const sent = unpacked?.codebook
      ? await readSent(service, id, plainName(unpacked.codebook))
      : brought === undefined
        ? null
        : { fileName, kind: 'in the file', codebook: brought, data: null, remarks: [] };
    await startReading(service, withCodebook(record, sent));
    return id;
  } catch (error) {
    await rm(folder, { recursive: true, force: true });
    throw error;
  }
}

/** Lets go of a file, read or not. */
export async function discardIntake(service: Service, id: string): Promise<void> {
  await readRecord(service, id);
  await stopReading(service, id);
  await rm(folderOf(service, id), { recursive: true, force: true });
}
