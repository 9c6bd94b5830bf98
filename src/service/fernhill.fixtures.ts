import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { fileURLToPath } from 'node:url';
import { beforeAll } from 'vitest';
import type { CodebookFile } from '../core/codebook/codebook-file.js';
import type { SentenceBody } from '../core/table/sentence-shape.js';
import type { OpenStudy } from './context.js';
import { acceptIntake } from './intake/accept.js';
import { receiveFile } from './intake/receive.js';
import { openStudy } from './open-study.js';
import { viewStudy } from './roster.js';
import { countedTable, serviceForTests } from './test-study.js';

export const DEMO = fileURLToPath(new URL('../../demo/', import.meta.url));

export const service = serviceForTests();

export async function take(name: string, csv: string, codebook?: CodebookFile): Promise<OpenStudy> {
  const intake = await receiveFile(service, `${name}.csv`, Readable.from([Buffer.from(csv)]));
  return openStudy(service, await acceptIntake(service, intake.id, { name, codebook }));
}

export let study: OpenStudy;

beforeAll(async () => {
  const codebook = JSON.parse(readFileSync(join(DEMO, 'fernhill-codebook.json'), 'utf8')) as CodebookFile;
  study = await take('Fernhill', readFileSync(join(DEMO, 'fernhill.csv'), 'utf8'), codebook);
});

export const variable = (name: string, of = study) => {
  const match = viewStudy(of).variables.find((candidate) => candidate.name === name);
  if (!match) throw new Error(`no ${name}`);
  return match;
};

export const tableOf = (sentence: SentenceBody, of = study) => countedTable(service, of, sentence);
