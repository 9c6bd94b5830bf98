import { randomBytes } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { MOST_CODEBOOK_BYTES } from '../formats/codebooks/sent.js';
import { intakesFolder, type Service } from './context.js';
import { limited } from './intake/limited.js';

/**
 * Does something with a small file that was sent, which is gone afterwards.
 * @param name what its sender calls it, for messages
 * @param work is given where the file stands
 * @throws Fault where it is too large, or what the work throws
 */
export async function withSentFile<T>(
  service: Service,
  name: string,
  body: Readable,
  work: (path: string) => Promise<T>,
): Promise<T> {
  const folder = join(intakesFolder(service), `codebook-${randomBytes(9).toString('hex')}`);
  await mkdir(folder, { recursive: true });
  try {
    const path = join(folder, 'sent');
    await pipeline(body, limited(name, MOST_CODEBOOK_BYTES), createWriteStream(path));
    return await work(path);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
