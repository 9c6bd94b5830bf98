import { createWriteStream, existsSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Fault } from '../core/fault.js';
import type { PassingFile } from '../service/passing-file.js';

/** @throws Fault where there is a file of that name: none is written over */
export function mustBeFree(path: string): void {
  if (existsSync(path))
    throw new Fault('conflict', `There is a file ${path} already.`, 'Choose another name.', { file: path });
}

/**
 * Writes a file under a name, or under its own; what is there already stays. Nothing is left of a file that could not
 * be written to its end.
 * @returns where it is
 */
export async function writeFileTo(
  { fileName, stream }: Pick<PassingFile, 'fileName' | 'stream'>,
  path = fileName,
): Promise<string> {
  mustBeFree(path);
  try {
    await pipeline(Readable.fromWeb(stream as never), createWriteStream(path, { flags: 'wx' }));
  } catch (error) {
    await rm(path, { force: true });
    throw error;
  }
  return path;
}
