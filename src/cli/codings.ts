import { createReadStream, existsSync } from 'node:fs';
import { basename } from 'node:path';
import { titleOf } from '../core/codebook/types.js';
import { Fault } from '../core/fault.js';
import { findVariable } from '../core/table/find-variable.js';
import { plural } from '../core/words.js';
import { agreementIn, codingsAsCsv, importCodings } from '../service/codings.js';
import type { Service } from '../service/context.js';
import { readyStudy } from '../service/open-study.js';
import { viewStudy } from '../service/roster.js';
import { studyId } from './study-id.js';

export interface CodingsFlags {
  coder?: string | undefined;
  take?: string | undefined;
  agreement?: string[] | undefined;
}

/**
 * What the command `codings` prints of themes: the codings as CSV; how many were taken in; or how two coders agree, as
 * JSON on one line.
 * @param variable the themes, by name or label
 * @throws Fault where it is not made of themes, or a file cannot be taken
 */
export async function sayCodings(
  service: Service,
  called: string,
  variable: string,
  { coder, take, agreement }: CodingsFlags,
): Promise<string> {
  const study = await readyStudy(service, studyId(service, called));
  const made = findVariable(viewStudy(study).variables, variable, 'variable');
  if (made.workingId === null)
    throw new Fault('unsupported', `${titleOf(made)} is not made of themes.`, 'Name what a working of themes makes.', {
      field: 'variable',
    });
  if (agreement) {
    const [first = '', second = ''] = agreement;
    return `${JSON.stringify(agreementIn(study, made.workingId, { first, second }))}\n`;
  }
  if (take === undefined) return (await codingsAsCsv(service, study, made.workingId, coder)).text;
  if (!existsSync(take)) throw new Fault('not-found', `There is no file ${take}.`, 'Check the path.', { file: take });
  const sent = { name: basename(take), body: createReadStream(take), coder };
  const { answers } = await importCodings(service, study, made.workingId, sent);
  return `${plural(answers, 'coding')} taken in\n`;
}
