import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { fileURLToPath } from 'node:url';
import { afterAll } from 'vitest';
import type { CodebookFile } from '../core/codebook/codebook-file.js';
import { type OpenStudy, type Service, startService } from './context.js';
import { acceptIntake } from './intake/accept.js';
import { receiveFile } from './intake/receive.js';
import { openStudy } from './open-study.js';

/** For tests: a service in a folder of its own, both gone when the tests of the file are done. */
export function serviceForTests(): Service {
  const folder = mkdtempSync(join(tmpdir(), 'hatch-test-'));
  const worker = fileURLToPath(new URL('../../dist/cli/worker.js', import.meta.url));
  const service = startService({ folder, worker });
  afterAll(async () => {
    await service.close();
    rmSync(folder, { recursive: true, force: true });
  });
  return service;
}

/** For tests: a study of a file in lines, by the same road as any other. */
export async function studyOfRows(service: Service, name: string, lines: readonly string[]): Promise<OpenStudy> {
  const checked = (json: unknown) => json as CodebookFile;
  const intake = await receiveFile(service, `${name}.csv`, Readable.from([Buffer.from(lines.join('\n'))]), checked);
  return openStudy(service, await acceptIntake(service, intake.id, { name }));
}
