import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { rename } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { Fault } from '../../core/fault.js';
import { backUpFile } from '../../store/backup-file.js';
import { makeFolder } from '../make-folder.js';
import { sync } from '../sync.js';
import { VERSION } from '../version.js';
import { type Manifest, sumOf, writeManifest } from './manifest.js';

/**
 * Folders of a store whose databases are backed up; accounts of databases and tokens are not: they are secrets. Layers
 * come before the studies that they stand on, which may be changed meanwhile: a layer is brought up to what is newer.
 */
const FOLDERS = ['own', 'studies', 'bin'];
const FILES = ['team.sqlite'];

/** The databases of a store, by their paths in it. */
function databasesOf(store: string): string[] {
  const inFolders = FOLDERS.filter((folder) => existsSync(join(store, folder))).flatMap((folder) =>
    readdirSync(join(store, folder))
      .filter((name) => name.endsWith('.sqlite'))
      .map((name) => `${folder}/${name}`),
  );
  return [...inFolders, ...FILES.filter((name) => existsSync(join(store, name)))];
}

/** @example nameAt(new Date('2026-05-04T09:30:00Z')) // 'hatch-count-2026-05-04T09-30-00-000Z' */
const nameAt = (moment: Date): string => `hatch-count-${moment.toISOString().replaceAll(/[:.]/g, '-')}`;

/**
 * Backs a whole store up while a server works on it: studies, layers of people's own, the bin, people. It is written
 * beside its place and has its name when it is whole.
 * @returns the folder of the backup
 * @throws Fault where there is no store, or the place cannot be written
 */
export async function backUpStore(store: string, into: string): Promise<string> {
  if (!existsSync(join(store, 'studies')))
    throw new Fault('not-found', `${store} is no store.`, 'Name the folder with --store.', { field: 'store' });
  makeFolder(into);
  const made = new Date();
  const place = join(into, nameAt(made));
  const part = `${place}.part`;
  try {
    const files: Manifest['files'] = [];
    for (const path of databasesOf(store)) {
      const to = join(part, path);
      mkdirSync(dirname(to), { recursive: true, mode: 0o700 });
      await backUpFile(join(store, path), to);
      await sync(to);
      files.push({ path, bytes: statSync(to).size, sha256: await sumOf(to) });
    }
    mkdirSync(part, { recursive: true, mode: 0o700 });
    writeManifest(part, { made: made.toISOString(), version: VERSION, files });
    await rename(part, place);
    return place;
  } finally {
    rmSync(part, { recursive: true, force: true });
  }
}
