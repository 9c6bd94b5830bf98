import { copyFileSync, existsSync, mkdirSync, readdirSync, rmdirSync, rmSync } from 'node:fs';
import { rename } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { Fault } from '../../core/fault.js';
import { makeFolder } from '../make-folder.js';
import { sync } from '../sync.js';
import { readManifest, wrongIn } from './manifest.js';

/**
 * Restores a whole store from a backup, into a folder in which nothing is. The backup is looked through first. It is
 * written beside its place: a process that ends in the middle leaves the place empty.
 * @returns how many files it has
 * @throws Fault where the backup is not as it was made, or something is in the place
 */
export async function restoreStore(backup: string, store: string): Promise<number> {
  const { files } = readManifest(backup);
  const [wrong, ...more] = await wrongIn(backup);
  if (wrong !== undefined) {
    const rest = more.length > 0 ? `, and ${more.length} more` : '';
    throw new Fault('damaged', `The backup is not as it was made: ${wrong}${rest}.`, 'Take another one.', {
      file: backup,
    });
  }
  if (existsSync(store) && readdirSync(store).length > 0) {
    const mend = 'Name a folder that is empty or not there, and start the server with it.';
    throw new Fault('conflict', `Something is in ${store}.`, mend, { field: 'store' });
  }
  makeFolder(dirname(store));
  const part = `${store}.part`;
  rmSync(part, { recursive: true, force: true });
  try {
    for (const { path } of files) {
      const to = join(part, path);
      mkdirSync(dirname(to), { recursive: true, mode: 0o700 });
      copyFileSync(join(backup, path), to);
      await sync(to);
    }
    mkdirSync(part, { recursive: true, mode: 0o700 });
    if (existsSync(store)) rmdirSync(store);
    await rename(part, store);
    return files.length;
  } finally {
    rmSync(part, { recursive: true, force: true });
  }
}
