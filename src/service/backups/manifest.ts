import { createHash } from 'node:crypto';
import { createReadStream, existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { z } from 'zod';
import { Fault } from '../../core/fault.js';

const NAME = 'backup.json';

const ManifestShape = z.strictObject({
  made: z.string(),
  version: z.string(),
  files: z.array(z.strictObject({ path: z.string(), bytes: z.int(), sha256: z.string() })),
});

/** What a backup of a whole store holds: each file with its sum. */
export type Manifest = z.infer<typeof ManifestShape>;

export async function sumOf(path: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(path), hash);
  return hash.digest('hex');
}

/** Whether a folder is a backup of a whole store. */
export const isStoreBackup = (folder: string): boolean => existsSync(join(folder, NAME));

export function writeManifest(folder: string, manifest: Manifest): void {
  writeFileSync(join(folder, NAME), `${JSON.stringify(manifest, null, 2)}\n`, { mode: 0o600 });
}

/** @throws Fault where the folder is no backup */
export function readManifest(folder: string): Manifest {
  const mend = 'Name a folder that "hatch-count backup" made.';
  const wrong = () => new Fault('invalid', `${folder} is no backup of a store.`, mend, { file: folder });
  if (!isStoreBackup(folder)) throw wrong();
  try {
    return ManifestShape.parse(JSON.parse(readFileSync(join(folder, NAME), 'utf8')));
  } catch {
    throw wrong();
  }
}

const filesIn = (folder: string, path = ''): string[] =>
  readdirSync(join(folder, path), { withFileTypes: true }).flatMap((entry) => {
    const own = path === '' ? entry.name : `${path}/${entry.name}`;
    return entry.isDirectory() ? filesIn(folder, own) : own === NAME ? [] : [own];
  });

/** What is wrong with a backup: files that are gone, are others, or came in since; nothing where it is as made. */
export async function wrongIn(folder: string): Promise<string[]> {
  const { files } = readManifest(folder);
  const there = new Set(filesIn(folder));
  const wrong: string[] = [];
  for (const { path, sha256 } of files) {
    if (!there.has(path)) wrong.push(`${path} is gone`);
    else if ((await sumOf(join(folder, path))) !== sha256) wrong.push(`${path} is not what was backed up`);
  }
  const listed = new Set(files.map(({ path }) => path));
  return [...wrong, ...[...there].filter((path) => !listed.has(path)).map((path) => `${path} was not backed up`)];
}
