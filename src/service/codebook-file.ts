import type { Readable } from 'node:stream';
import { type CodebookPlan, planCodebook } from '../core/codebook/codebook-plan.js';
import { fitNames } from '../core/intake/fit-names.js';
import { levelsFor } from '../core/codebook/levels.js';
import { allColumnRows } from '../store/columns.js';
import { allVariables } from '../store/variables.js';
import type { OpenStudy, Service } from './context.js';
import { withSentFile } from './with-sent-file.js';
import { readCodebookAt } from './intake/codebook.js';

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
  const read = await withSentFile(service, fileName, body, (path) => readCodebookAt(service, path, fileName));
  const { kind, remarks, codebook: sent } = read;
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
}
