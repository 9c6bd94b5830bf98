import { existsSync } from 'node:fs';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import type { Service } from '../context.js';

/** What became of a file that waited. */
const DoneShape = z.object({
  is: z.enum(['accepted', 'joined', 'removed']),
  fileName: z.string(),
  /** The study that it became, or went into. */
  study: z.string().nullable(),
  at: z.string(),
});
export type Done = z.infer<typeof DoneShape>;

const doneFolder = ({ folder }: Pick<Service, 'folder'>) => join(folder, 'done');

/**
 * Writes down what becomes of a file that waits. It is written before it is done, so that who asks again after a server
 * that was killed is told; whether it was done is seen in the study.
 */
export async function noteDone(service: Service, intake: string, done: Omit<Done, 'at'>): Promise<void> {
  await mkdir(doneFolder(service), { recursive: true, mode: 0o700 });
  const path = join(doneFolder(service), `${intake}.json`);
  await writeFile(`${path}.part`, JSON.stringify({ ...done, at: new Date().toISOString() }));
  await rename(`${path}.part`, path);
}

/** What became of a file, or was to become of it; null: nothing is known of it. */
export async function doneWith(service: Service, intake: string): Promise<Done | null> {
  const path = join(doneFolder(service), `${intake}.json`);
  if (!/^[0-9a-f]{18}$/.test(intake) || !existsSync(path)) return null;
  const parsed = DoneShape.safeParse(JSON.parse(await readFile(path, 'utf8')));
  return parsed.success ? parsed.data : null;
}

const day = (iso: string) => iso.slice(0, 10);

/** What became of a file, in a sentence; empty where nothing is known. */
export function sayDone(done: Done | null): string {
  if (!done) return '';
  const { is, fileName, study, at } = done;
  if (is === 'removed') return ` ${fileName} had waited too long and was removed on ${day(at)}.`;
  return is === 'accepted'
    ? ` ${fileName} became the study ${study ?? ''} on ${day(at)}.`
    : ` ${fileName} went into the study ${study ?? ''} on ${day(at)}.`;
}
