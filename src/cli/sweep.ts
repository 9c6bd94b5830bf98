import { SweepAskedSchema } from '../api/sweep-schemas.js';
import { parseJson } from '../core/parse-json.js';
import { parseWith } from '../core/parse-with.js';
import type { Service } from '../service/context.js';
import { readyStudy } from '../service/open-study.js';
import { sweep, sweepAsCsv } from '../service/sweep.js';
import { RecordShape } from './record-shape.js';
import { studyId } from './study-id.js';

export interface SweepFlags {
  by?: string[];
  adjust?: string | undefined;
  sort?: string | undefined;
  csv?: boolean;
}

/** What is asked for: a sentence, its parts as JSON as over HTTP, or what stands across alone. */
function askedIn(text: string | undefined, { by = [], adjust, sort }: SweepFlags) {
  const said = Object.entries({ adjustment: adjust, sort }).filter(([, value]) => value !== undefined);
  const asked =
    text === undefined
      ? { by }
      : text.trimStart().startsWith('{')
        ? parseWith(RecordShape, parseJson(text))
        : { sentence: text };
  return parseWith(SweepAskedSchema, { ...asked, ...Object.fromEntries(said) });
}

/** What the command `sweep` prints: the sweep as JSON on one line, or as CSV. */
export async function saySweep(
  service: Service,
  called: string,
  text: string | undefined,
  flags: SweepFlags,
): Promise<string> {
  const study = await readyStudy(service, studyId(service, called));
  const asked = askedIn(text, flags);
  if (flags.csv === true) return sweepAsCsv(service, study, asked);
  return `${JSON.stringify(await sweep(service, study, asked))}\n`;
}
