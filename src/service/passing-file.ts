import { open, rm } from 'node:fs/promises';
import { Readable } from 'node:stream';

/** A file that is sent piece by piece, and is there for nothing else. */
export interface PassingFile {
  fileName: string;
  bytes: number;
  stream: ReadableStream<Uint8Array>;
}

/**
 * Sends a file and leaves nothing of it: its name is taken away while it is open, so that the system frees it however
 * the sending ends. Where a system keeps what is open, it is taken away at the end.
 * @param made the file
 * @param remove what is removed: the file, or the folder made for it
 */
export async function passingFile(fileName: string, made: string, remove = made): Promise<PassingFile> {
  const takeAway = () => rm(remove, { recursive: true, force: true }).catch(() => undefined);
  const handle = await open(made, 'r');
  try {
    const { size } = await handle.stat();
    const read = handle.createReadStream();
    read.once('close', () => void takeAway());
    await takeAway();
    return { fileName, bytes: size, stream: Readable.toWeb(read) as ReadableStream<Uint8Array> };
  } catch (error) {
    await handle.close();
    throw error;
  }
}
