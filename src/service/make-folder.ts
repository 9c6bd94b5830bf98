import { existsSync, mkdirSync, statSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { Fault } from '../core/fault.js';
import { storeFault } from './store-fault.js';

const MEND = 'Choose another folder with --store.';

function make(folder: string): void {
  try {
    mkdirSync(folder, { mode: 0o700 });
  } catch (error) {
    // Another process was faster.
    if (existsSync(folder)) return;
    const { code = '' } = error as NodeJS.ErrnoException;
    throw storeFault(error) ?? new Fault('store', `The folder ${folder} cannot be made (${code}).`, MEND);
  }
}

/** Makes a folder, with those that it is in, for this user alone. @throws Fault where that cannot be */
export function makeFolder(path: string): void {
  const missing: string[] = [];
  let folder = resolve(path);
  for (; !existsSync(folder) && dirname(folder) !== folder; folder = dirname(folder)) missing.unshift(folder);
  if (existsSync(folder) && !statSync(folder).isDirectory())
    throw new Fault('store', `${folder} is a file and no folder.`, MEND, { file: folder });
  // One after the other: the system's own way to make them all never ends on some special folders.
  missing.forEach(make);
}
