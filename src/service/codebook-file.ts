import { randomBytes } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { type CodebookPlan, planCodebook } from '../core/codebook/codebook-plan.js';
import { fitNames } from '../core/intake/fit-names.js';
import { levelsFor } from '../core/codebook/levels.js';
import { MOST_CODEBOOK_BYTES } from '../formats/codebooks/sent.js';
import { allColumnRows } from '../store/columns.js';
import { allVariables } from '../store/variables.js';
import { intakesFolder, type OpenStudy, type Service } from './context.js';
import { readCodebookAt } from './intake/codebook.js';
import { limited } from './intake/limited.js';

/** A codebook that was sent for a study: what it was found to be, and what it would change. */
export interface SentForStudy extends CodebookPlan {
  fileName: string;
  kind: string;
  remarks: string[];
  /** Variables that it describes. */
  described: number;
}

/**
 * Reads a codebook and says what it would change in a study. Nothing is changed: its edits are made as any others.
 * @throws Fault where it is no codebook
 */
export async function planCodebookFile(
  service: Service,
  { db }: OpenStudy,
  fileName: string,
  body: Readable,
): Promise<SentForStudy> {
  const folder = join(intakesFolder(service), `codebook-${randomBytes(9).toString('hex')}`);
  await mkdir(folder, { recursive: true });
  try {
    const path = join(folder, 'codebook');
    await pipeline(body, limited(fileName, MOST_CODEBOOK_BYTES), createWriteStream(path));
    const { kind, remarks, codebook: sent } = await readCodebookAt(service, path, fileName);
    const columns = allColumnRows(db);
    const variables = allVariables(db);
    const fitted = fitNames(
      sent,
      variables.map(({ name }) => name),
    );
    const plan = planCodebook(
      variables.map((variable) => ({
        ...variable,
        levels: levelsFor(columns.get(variable.columnId)!.storage),
        derived: variable.workingId !== null,
      })),
      fitted.codebook,
    );
    const described = fitted.codebook.variables.length;
    return { ...plan, fileName, kind, described, remarks: [...remarks, ...fitted.remarks] };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
