import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Fault } from '../../core/fault.js';
import type { Layout } from '../../core/intake/layout.js';
import { plainColumns } from '../../core/intake/plain-columns.js';
import { type DataLayout, MOST_CODEBOOK_BYTES } from '../../formats/codebooks/sent.js';
import type { Service } from '../context.js';
import { limited } from './limited.js';
import { awaitIntake, fitted, inTurn, type Intake, startReading, stopReading } from './read.js';
import { folderOf, readRecord, writeRecord } from './record.js';
import type { IntakeRecord, SentCodebook } from '../../core/intake/intake-shape.js';

export const codebookFile = (service: Service, id: string) => join(folderOf(service, id), 'codebook');

/** How the data is to be read by what a codebook says of it; null: as it was found. */
function layoutBy(data: DataLayout, { found, fileName }: IntakeRecord): Layout | null {
  if (data === null) return null;
  if (found.is !== 'delimited') {
    const mend = 'Send the data file that belongs to the codebook.';
    throw new Fault('unsupported', `The codebook describes a text file, and ${fileName} is none.`, mend, {
      file: fileName,
    });
  }
  const encoding = data.encoding ?? found.encoding;
  if (data.is === 'fixed')
    return {
      is: 'fixed',
      encoding: found.encoding === 'utf-8' ? 'utf-8' : encoding,
      skip: data.skip,
      fields: data.fields,
    };
  return { ...found, heading: data.heading, picks: data.picks };
}

/** Reads a codebook in a file, and checks it. */
export async function readCodebookAt(
  service: Service,
  path: string,
  fileName: string,
): Promise<SentCodebook & { data: DataLayout }> {
  return { fileName, ...(await service.run('codebook', { path, file: fileName })) };
}

/** Reads the codebook that lies in an intake's folder. */
export const readSent = (service: Service, id: string, fileName: string) =>
  readCodebookAt(service, codebookFile(service, id), fileName);

/** A record with a codebook, or without; to be read again where the codebook says how. */
export function withCodebook(record: IntakeRecord, sent: (SentCodebook & { data: DataLayout }) | null): IntakeRecord {
  if (!sent)
    return {
      ...record,
      codebook: null,
      layout: record.codebookSaysHow ? record.found : record.layout,
      codebookSaysHow: false,
    };
  const { data, ...codebook } = sent;
  const layout = layoutBy(data, record);
  const unchanged = record.codebookSaysHow ? record.found : record.layout;
  return { ...record, codebook, layout: layout ?? unchanged, codebookSaysHow: layout !== null };
}

/** Whether a column is no longer to be read as it was, because of what the codebook says. */
function readsOtherwise(before: IntakeRecord, after: IntakeRecord): boolean {
  if (JSON.stringify(before.layout) !== JSON.stringify(after.layout)) return true;
  const [was, is] = [new Set(plainColumns(before.codebook?.codebook)), new Set(plainColumns(after.codebook?.codebook))];
  return (before.read?.columns ?? []).some(({ name, numbers }) => numbers !== null && was.has(name) !== is.has(name));
}

async function change(
  service: Service,
  id: string,
  next: (record: IntakeRecord) => Promise<IntakeRecord>,
  wait: number,
): Promise<Intake> {
  return inTurn(id, async () => {
    const changed = fitted(await next(await readRecord(service, id)));
    const record = await readRecord(service, id);
    if (readsOtherwise(record, changed)) {
      await stopReading(service, id);
      await startReading(service, changed);
    } else {
      const { codebook, codebookSaysHow } = changed;
      await writeRecord(service, { ...(await readRecord(service, id)), codebook, codebookSaysHow });
    }
    return awaitIntake(service, id, wait);
  });
}

/** Takes a codebook for a file that waits; the file is read again where the codebook says how it is written. */
export function attachCodebook(
  service: Service,
  id: string,
  fileName: string,
  body: Readable,
  wait = Infinity,
): Promise<Intake> {
  return change(
    service,
    id,
    async (record) => {
      await pipeline(body, limited(fileName, MOST_CODEBOOK_BYTES), createWriteStream(codebookFile(service, id)));
      return withCodebook(record, await readSent(service, id, fileName));
    },
    wait,
  );
}

/** Takes a codebook off. */
export function removeCodebook(service: Service, id: string, wait = Infinity): Promise<Intake> {
  return change(
    service,
    id,
    async (record) => {
      await rm(codebookFile(service, id), { force: true });
      return withCodebook(record, null);
    },
    wait,
  );
}
