import { opened, sealed } from '../../core/kept-shape.js';
import { type IntakeRecord, KEPT_INTAKE } from '../../core/intake/intake-shape.js';
import { existsSync } from 'node:fs';
import { readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Fault } from '../../core/fault.js';
import { intakesFolder, type Service } from '../context.js';
import { doneWith, sayDone } from './done.js';

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
    const became = sayDone(await doneWith(service, id));
    throw new Fault('not-found', `This intake is not there any more.${became}`, 'Drop the file on the page again.', {
      field: 'intake',
    });
  }
  const record = opened(KEPT_INTAKE, JSON.parse(await readFile(path, 'utf8')));
  if (record) return record;
  throw new Fault(
    'unsupported',
    'What was understood of this file was written by another version of Hatch Count.',
    'Discard the intake and drop the file on the page again.',
    { field: 'intake' },
  );
}

/** Keeps a record, whole or not at all. */
export async function writeRecord(service: Service, record: IntakeRecord): Promise<void> {
  const folder = folderOf(service, record.id);
  await writeFile(join(folder, 'intake.part'), JSON.stringify(sealed(KEPT_INTAKE, record)));
  await rename(join(folder, 'intake.part'), join(folder, 'intake.json'));
}
