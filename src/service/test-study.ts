import { Readable } from 'node:stream';
import type { CodebookFile } from '../core/codebook/codebook-file.js';
import type { OpenStudy, Service } from './context.js';
import { acceptIntake } from './intake/accept.js';
import { receiveFile } from './intake/receive.js';
import { openStudy } from './open-study.js';

/** For tests: a study of a file in lines, by the same road as any other. */
export async function studyOfRows(service: Service, name: string, lines: readonly string[]): Promise<OpenStudy> {
  const checked = (json: unknown) => json as CodebookFile;
  const intake = await receiveFile(service, `${name}.csv`, Readable.from([Buffer.from(lines.join('\n'))]), checked);
  return openStudy(service, await acceptIntake(service, intake.id, { name }));
}
