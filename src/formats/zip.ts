import type { Readable } from 'node:stream';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { Fault } from '../core/fault.js';

/** A packed folder, opened to read. */
export interface Archive {
  names: string[];
  /** Reads one file of it. @throws Fault where it unpacks to more than `most` bytes, or is damaged */
  read: (name: string, most: number) => Promise<AsyncGenerator<Buffer>>;
  /** Unpacked size of a file as the archive says it; 0 where there is none. */
  size: (name: string) => number;
  close: () => void;
}

const MOST_ENTRIES = 10_000;

function damaged(file: string, error: unknown): Fault {
  return new Fault(
    'invalid',
    `${file} is a damaged archive: ${error instanceof Error ? error.message : 'it cannot be read'}.`,
    'Save or fetch it again.',
    { file },
  );
}

/** Opens a zip archive. @throws Fault where it is damaged, or holds more files than anybody needs */
export async function openArchive(path: string, file: string): Promise<Archive> {
  let zip: ZipFile;
  const entries = new Map<string, Entry>();
  try {
    zip = await yauzl.openPromise(path, { autoClose: false });
    if (zip.entryCount > MOST_ENTRIES) {
      zip.close();
      throw new Fault(
        'too-large',
        `${file} packs ${zip.entryCount} files.`,
        'Take the data file out and send it by itself.',
        { file },
      );
    }
    await new Promise<void>((resolve, reject) => {
      zip.on('entry', (entry: Entry) => {
        entries.set(entry.fileName, entry);
        zip.readEntry();
      });
      zip.on('end', resolve);
      zip.on('error', reject);
      zip.readEntry();
    });
  } catch (error) {
    throw error instanceof Fault ? error : damaged(file, error);
  }
  async function* bounded(stream: Readable, name: string, most: number): AsyncGenerator<Buffer> {
    let bytes = 0;
    try {
      for await (const chunk of stream) {
        bytes += (chunk as Buffer).length;
        if (bytes > most) {
          throw new Fault(
            'too-large',
            `${name} in ${file} unpacks to more than ${Math.round(most / 1024 ** 2).toLocaleString('en')} MiB.`,
            'Save the data as CSV and take that in.',
            { file },
          );
        }
        yield chunk as Buffer;
      }
    } catch (error) {
      throw error instanceof Fault ? error : damaged(file, error);
    }
  }
  return {
    names: [...entries.keys()],
    size: (name) => entries.get(name)?.uncompressedSize ?? 0,
    read: async (name, most) => {
      const entry = entries.get(name);
      if (!entry) throw damaged(file, new Error(`it has no ${name}`));
      const stream = await zip.openReadStreamPromise(entry).catch((error: unknown) => {
        throw damaged(file, error);
      });
      return bounded(stream, name, most);
    },
    close: () => zip.close(),
  };
}
