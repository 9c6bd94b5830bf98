import { createReadStream, type ReadStream, statSync } from 'node:fs';
import { createGunzip } from 'node:zlib';
import { Fault } from '../core/fault.js';

/** A file of bytes as it lies on the disk. */
export interface RawFile {
  path: string;
  /** Its name, for messages. */
  name: string;
  gzip: boolean;
}

/** The most that a packed file may unpack to. */
const MOST_UNPACKED = 16 * 1024 ** 3;
const STEP = 1024 * 1024;

export interface ByteSource {
  chunks: AsyncGenerator<Buffer>;
  /** Share of the file on the disk that was read, 0 to 1. */
  share: () => number;
}

/**
 * Reads a file piece by piece, unpacked where it is packed. The file is open while its pieces are read, and no longer.
 * @throws Fault where it is damaged or unpacks to too much
 */
export function openBytes(file: RawFile, most = MOST_UNPACKED): ByteSource {
  const size = Math.max(1, statSync(file.path).size);
  let raw: ReadStream | undefined;
  async function* chunks(): AsyncGenerator<Buffer> {
    raw = createReadStream(file.path, { highWaterMark: STEP });
    try {
      yield* file.gzip ? unpacked(file, raw, most) : plain(raw);
    } finally {
      raw.destroy();
    }
  }
  return { chunks: chunks(), share: () => Math.min(1, (raw?.bytesRead ?? 0) / size) };
}

async function* plain(raw: AsyncIterable<unknown>): AsyncGenerator<Buffer> {
  for await (const chunk of raw) yield chunk as Buffer;
}

async function* unpacked({ name }: RawFile, raw: ReadStream, most: number): AsyncGenerator<Buffer> {
  const gunzip = createGunzip({ chunkSize: STEP });
  raw.on('error', (error: Error) => gunzip.destroy(error));
  let bytes = 0;
  try {
    for await (const chunk of raw.pipe(gunzip)) {
      bytes += (chunk as Buffer).length;
      if (bytes > most) {
        throw new Fault(
          'too-large',
          `${name} unpacks to more than ${Math.round(most / 1024 ** 3)} GiB.`,
          'Split the data, or take it in unpacked.',
          { file: name },
        );
      }
      yield chunk as Buffer;
    }
  } catch (error) {
    if (error instanceof Fault) throw error;
    throw new Fault(
      'invalid',
      `${name} cannot be unpacked: ${error instanceof Error ? error.message : ''}, after ` +
        `${bytes.toLocaleString('en')} bytes.`,
      'The file is damaged or was cut short: fetch it again.',
      { file: name },
    );
  } finally {
    gunzip.destroy();
  }
}

/** The first bytes of a file, unpacked where it is packed; at most `most`. */
export async function firstBytes(file: RawFile, most: number): Promise<Buffer> {
  const parts: Buffer[] = [];
  let bytes = 0;
  for await (const chunk of openBytes(file).chunks) {
    parts.push(chunk);
    bytes += chunk.length;
    if (bytes >= most) break;
  }
  return Buffer.concat(parts).subarray(0, most);
}
