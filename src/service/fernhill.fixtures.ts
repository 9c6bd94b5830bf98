import { Readable } from 'node:stream';
import { fileURLToPath } from 'node:url';
import type { CodebookFile } from '../core/codebook/codebook-file.js';
import { Fault } from '../core/fault.js';
import type { OpenStudy } from './context.js';
import { acceptIntake } from './intake/accept.js';
import { receiveFile } from './intake/receive.js';
import { openStudy } from './open-study.js';
import { serviceForTests } from './test-study.js';

export const DEMO = fileURLToPath(new URL('../../demo/', import.meta.url));

export const service = serviceForTests();

export const checked = (json: unknown) => json as CodebookFile;

export async function take(name: string, csv: string, codebook?: CodebookFile): Promise<OpenStudy> {
  const intake = await receiveFile(service, `${name}.csv`, Readable.from([Buffer.from(csv)]), checked);
  return openStudy(service, await acceptIntake(service, intake.id, { name, codebook }));
}

export const faultOf = async (work: Promise<unknown>): Promise<Fault> => {
  const error: unknown = await work.then(
    () => null,
    (thrown: unknown) => thrown,
  );
  if (error instanceof Fault) return error;
  throw new Error(`no fault, but ${String(error)}`);
};
