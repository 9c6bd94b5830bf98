import { SweepAskedSchema } from '../api/sweep-schemas.js';
import { parseWith } from '../core/parse-with.js';
import type { Service } from '../service/context.js';
import { readyStudy } from '../service/open-study.js';
import { sweep, sweepAsCsv } from '../service/sweep.js';
import { said } from './said.js';
import { studyId } from './study-id.js';

export interface SweepFlags {
  by?: string[];
  adjust?: string | undefined;
  sort?: string | undefined;
  csv?: boolean;
}

/** What the command `sweep` prints: the sweep as JSON on one line, or as CSV. */
export async function saySweep(
  service: Service,
  called: string,
  text: string | undefined,
  flags: SweepFlags,
): Promise<string> {
  const study = await readyStudy(service, studyId(service, called));
  const { by = [], adjust, sort } = flags;
  // Without a sentence, what stands across is asked for alone.
  const words = text ?? JSON.stringify({ by });
  const asked = parseWith(SweepAskedSchema, said(words, { adjustment: adjust, sort }));
  if (flags.csv === true) return sweepAsCsv(service, study, asked);
  return `${JSON.stringify(await sweep(service, study, asked))}\n`;
}
