import { SpreadAskedSchema } from '../api/spread-schemas.js';
import { parseWith } from '../core/parse-with.js';
import type { Service } from '../service/context.js';
import { readyStudy } from '../service/open-study.js';
import { spreadOf } from '../service/spread.js';
import { said } from './said.js';
import { studyId } from './study-id.js';

/** What the command `spread` prints: how numbers lie, as JSON on one line. */
export async function saySpread(
  service: Service,
  called: string,
  text: string,
  flags: { of?: string | undefined },
): Promise<string> {
  const study = await readyStudy(service, studyId(service, called));
  const asked = parseWith(SpreadAskedSchema, said(text, { of: flags.of }));
  return `${JSON.stringify(await spreadOf(service, study, asked))}\n`;
}
