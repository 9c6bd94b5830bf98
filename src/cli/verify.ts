import { existsSync } from 'node:fs';
import { basename, join } from 'node:path';
import { Fault } from '../core/fault.js';
import { plural } from '../core/words.js';
import { type Service, studiesFolder } from '../service/context.js';
import { storeFiles, studyFile } from '../service/open-study.js';
import type { Verified } from '../core/study/verified.js';
import { studyId } from './study-id.js';

/** What was found in one file, a line a thing. */
function say(name: string, { whole, wrong, damaged, right, sealed }: Verified): string {
  const seal = sealed === true ? ', as it was backed up' : '';
  if (whole) return `${name}: whole, ${plural(right, 'variable')}${seal}\n`;
  return [
    `${name}: damaged`,
    ...wrong.map((what) => `  ${what}`),
    ...damaged.map(({ variable, what }) => `  ${variable}: ${what}`),
    `  still right: ${plural(right, 'variable')}`,
    '',
  ].join('\n');
}

/** The files that are meant: a backup by its path, a study by its id or name, or all of the store. */
function filesOf(service: Service, called: string | undefined): string[] {
  if (called === undefined) return storeFiles(service).map((name) => join(studiesFolder(service), name));
  if (existsSync(called)) return [called];
  return [studyFile(service, studyId(service, called))];
}

/**
 * What the command `verify` prints: of each file whether it is whole, or what is damaged and what is still right.
 * @throws Fault at the end where one is damaged, so that a script notices
 */
export async function sayVerified(
  service: Service,
  called: string | undefined,
  print: (text: string) => void,
): Promise<void> {
  let broken = 0;
  for (const path of filesOf(service, called)) {
    const verified = await service.run('verify', { path });
    if (!verified.whole) broken++;
    print(say(basename(path), verified));
  }
  if (broken === 0) return;
  const what = `${plural(broken, 'file is', 'files are')} damaged.`;
  throw new Fault('damaged', what, 'Restore a backup; what is listed as still right can be exported first.');
}
