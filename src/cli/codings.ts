import { createReadStream, existsSync } from 'node:fs';
import { basename } from 'node:path';
import { titleOf } from '../core/codebook/types.js';
import { Fault } from '../core/fault.js';
import { sayUnknown } from '../core/recode/theme/say-unknown.js';
import { findVariable } from '../core/table/find-variable.js';
import { plural } from '../core/words.js';
import { importSheet, sheetAsCsv } from '../service/code-sheet.js';
import { agreementIn, codingsAsCsv, importCodings } from '../service/codings.js';
import type { Service } from '../service/context.js';
import { readyStudy } from '../service/open-study.js';
import { viewStudy } from '../service/roster.js';
import { studyId } from './study-id.js';

export interface CodingsFlags {
  coder?: string | undefined;
  take?: string | undefined;
  agreement?: string[] | undefined;
  sheet?: boolean | undefined;
  takeSheet?: string | undefined;
}

/** A file to be taken in. @throws Fault where there is none */
function fileAt(path: string) {
  if (existsSync(path)) return { name: basename(path), body: createReadStream(path) };
  throw new Fault('not-found', `There is no file ${path}.`, 'Check the path.', { file: path });
}

/**
 * What the command `codings` prints of themes: the codings as CSV; how many were taken in; or how two coders agree, as
 * JSON on one line; and the code sheet.
 * @param variable the themes, by name or label
 * @throws Fault where it is not made of themes, or a file cannot be taken
 */
export async function sayCodings(
  service: Service,
  called: string,
  variable: string,
  { coder, take, agreement, sheet, takeSheet }: CodingsFlags,
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
  if (sheet) return sheetAsCsv(study, made.workingId).text;
  if (takeSheet !== undefined) {
    await importSheet(service, study, made.workingId, fileAt(takeSheet));
    return 'The code sheet is taken in\n';
  }
  if (take === undefined) return (await codingsAsCsv(service, study, made.workingId, coder)).text;
  const { answers, unknown } = await importCodings(service, study, made.workingId, { ...fileAt(take), coder });
  return `${plural(answers, 'coding')} taken in${sayUnknown(unknown)}\n`;
}
