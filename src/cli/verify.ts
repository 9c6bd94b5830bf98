import { existsSync } from 'node:fs';
import { basename } from 'node:path';
import { Fault } from '../core/fault.js';
import { plural } from '../core/words.js';
import type { Service } from '../service/context.js';
import { isStoreBackup, wrongIn } from '../service/backups/manifest.js';
import { verifyPeople } from '../service/team/verify-people.js';
import { storeFileCalled, type VerifiedFile, verifyFileOf, verifyPath, verifyStore } from '../service/verify-files.js';
import { studyId } from './study-id.js';

/** What was found in one file, a line a thing. */
function say({ file: name, whole, wrong, damaged, right, sealed }: VerifiedFile): string {
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

/** What is meant, one after the other: a backup by its path, a study by its id or name, or all of the store. */
async function* verifiedFiles(service: Service, called: string | undefined): AsyncGenerator<VerifiedFile> {
  if (called === undefined) {
    yield* verifyStore(service);
    yield* verifyPeople(service);
  } else if (existsSync(called) && isStoreBackup(called)) {
    const wrong = await wrongIn(called);
    yield { file: basename(called), whole: wrong.length === 0, wrong, damaged: [], right: 0, sealed: null };
  } else if (existsSync(called)) {
    yield await verifyPath(service, basename(called), called);
  } else {
    yield await verifyFileOf(service, storeFileCalled(service, called) ?? studyId(service, called));
  }
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
  for await (const verified of verifiedFiles(service, called)) {
    print(say(verified));
    if (!verified.whole) broken++;
  }
  if (broken === 0) return;
  const what = `${plural(broken, 'file is', 'files are')} damaged.`;
  throw new Fault('damaged', what, 'Restore a backup; what is listed as still right can be exported first.');
}
