import { existsSync } from 'node:fs';
import { readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { CodebookFile } from '../../core/codebook/codebook-file.js';
import { Fault } from '../../core/fault.js';
import type { Layout } from '../../core/intake/layout.js';
import type { Detected } from '../../formats/open-rows.js';
import { intakesFolder, type Service } from '../context.js';
import type { PlainFault } from '../worker.js';
import type { Preview } from '../worker/preview-job.js';
import type { ReadIn } from '../worker/read-in-job.js';

/** A codebook that was sent beside the data. */
export interface SentCodebook {
  fileName: string;
  /** What it was found to be, in words. */
  kind: string;
  codebook: CodebookFile;
  /** What of it was not taken over. */
  remarks: string[];
}

/** A file that came in, how it is read and what was understood of it, waiting to be accepted. */
export interface IntakeRecord {
  id: string;
  fileName: string;
  bytes: number;
  sha256: string;
  created: string;
  gzip: boolean;
  sheets: Detected['sheets'];
  /** How it is read. */
  layout: Layout;
  /** How it was found to be written. */
  found: Layout;
  preview: Preview | null;
  /** Null until the file was read by this layout. */
  read: ReadIn | null;
  /** Why it cannot be read. */
  fault: PlainFault | null;
  codebook: SentCodebook | null;
  /** The codebook says how the file is read. */
  codebookSaysHow: boolean;
}

export const folderOf = (service: Service, id: string) => join(intakesFolder(service), id);
export const dataFile = (service: Service, id: string) => join(folderOf(service, id), 'data');
/** The study's file in the making. */
export const partFile = (service: Service, id: string) => join(folderOf(service, id), 'study.part');

export const rawFile = (service: Service, { id, fileName, gzip }: IntakeRecord) => ({
  path: dataFile(service, id),
  name: fileName,
  gzip,
});

/** @throws Fault where there is no such intake (any more) */
export async function readRecord(service: Service, id: string): Promise<IntakeRecord> {
  const path = join(folderOf(service, id), 'intake.json');
  if (!/^[0-9a-f]{18}$/.test(id) || !existsSync(path)) {
    throw new Fault('not-found', 'This intake is not there any more.', 'Drop the file on the page again.', {
      field: 'intake',
    });
  }
  return JSON.parse(await readFile(path, 'utf8')) as IntakeRecord;
}

/** Keeps a record, whole or not at all. */
export async function writeRecord(service: Service, record: IntakeRecord): Promise<void> {
  const folder = folderOf(service, record.id);
  await writeFile(join(folder, 'intake.part'), JSON.stringify(record));
  await rename(join(folder, 'intake.part'), join(folder, 'intake.json'));
}
