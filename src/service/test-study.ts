import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { fileURLToPath } from 'node:url';
import { afterAll } from 'vitest';
import { Fault } from '../core/fault.js';
import type { CountArray } from '../core/count/types.js';
import { blocksOf } from '../core/table/sentence.js';
import { type SentenceBody, sentenceOfBody } from '../core/table/sentence-shape.js';
import type { StudyTable } from '../core/table/table.js';
import { tabulate } from '../core/table/tabulate.js';
import { allVariables } from '../store/variables.js';
import { countSentence } from './count-table.js';
import { type OpenStudy, type Service, type ServiceOptions, startService } from './context.js';
import { acceptIntake } from './intake/accept.js';
import { receiveFile } from './intake/receive.js';
import { openStudy } from './open-study.js';

/** The threads of the service, as they are bundled before the tests. */
export const WORKER = fileURLToPath(new URL('../../dist/cli/worker.js', import.meta.url));

/**
 * For tests: a service in a folder of its own, for one person unless it is said otherwise; both are gone when the tests
 * of the file are done.
 */
export function serviceForTests(team?: ServiceOptions['team']): Service {
  const folder = mkdtempSync(join(tmpdir(), 'hatch-test-'));
  const service = startService({ folder, worker: WORKER, team });
  afterAll(async () => {
    await service.close();
    rmSync(folder, { recursive: true, force: true });
  });
  return service;
}

/** For tests: the fault with which some work ends. */
export const faultOf = async (work: Promise<unknown>): Promise<Fault> => {
  const error: unknown = await work.then(
    () => null,
    (thrown: unknown) => thrown,
  );
  if (error instanceof Fault) return error;
  throw new Error(`no fault, but ${String(error)}`);
};

/** For tests: a study of a file in lines, by the same road as any other. */
export async function studyOfRows(service: Service, name: string, lines: readonly string[]): Promise<OpenStudy> {
  const intake = await receiveFile(service, `${name}.csv`, Readable.from([Buffer.from(lines.join('\n'))]));
  return openStudy(service, await acceptIntake(service, intake.id, { name }));
}

/** The counts of a sentence that is one block. */
export async function countsOf(service: Service, study: OpenStudy, body: SentenceBody): Promise<CountArray> {
  const [counts] = await countSentence(service, study, sentenceOfBody(body));
  return counts!;
}

/** The table of a sentence that is one block. */
export async function countedTable(service: Service, study: OpenStudy, body: SentenceBody): Promise<StudyTable> {
  const [block] = blocksOf(sentenceOfBody(body));
  return tabulate(block!, await countsOf(service, study, body), allVariables(study.db));
}
