import { createReadStream, createWriteStream } from 'node:fs';
import { rename } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import { bundleIn } from '../../formats/bundle.js';
import { MOST_CODEBOOK_BYTES } from '../../formats/codebooks/sent.js';
import { openArchive } from '../../formats/zip.js';

export interface UnpackJob {
  /** The archive; the data file takes its place. */
  path: string;
  file: string;
  /** Where a codebook goes that is in it. */
  codebook: string;
}

/**
 * Names of the files that were in an archive; null: the file is no archive, or is a workbook (which is a zip archive
 * itself).
 */
export type Unpacked = { data: string; codebook: string | null } | null;

const MOST_DATA = 8 * 1024 ** 3;

async function isArchive(path: string): Promise<boolean> {
  for await (const chunk of createReadStream(path, { end: 3 })) return (chunk as Buffer).toString('hex') === '504b0304';
  return false;
}

/** Unpacks an archive that brings data and perhaps a codebook. @throws Fault where it is damaged or unclear */
export async function unpack({ path, file, codebook }: UnpackJob): Promise<Unpacked> {
  if (!(await isArchive(path))) return null;
  const archive = await openArchive(path, file);
  try {
    if (archive.names.includes('xl/workbook.xml')) return null;
    const bundle = bundleIn(archive, file);
    await pipeline(await archive.read(bundle.data, MOST_DATA), createWriteStream(`${path}.unpacked`));
    if (bundle.codebook !== null)
      await pipeline(await archive.read(bundle.codebook, MOST_CODEBOOK_BYTES), createWriteStream(codebook));
    await rename(`${path}.unpacked`, path);
    const last = (name: string) => name.split('/').at(-1) ?? name;
    return { data: last(bundle.data), codebook: bundle.codebook === null ? null : last(bundle.codebook) };
  } finally {
    archive.close();
  }
}
