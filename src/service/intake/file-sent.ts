import { Readable } from 'node:stream';
import { Fault } from '../../core/fault.js';
import { plainName } from './receive.js';

/** What is wanted of a file that is sent. */
export interface WantedFile {
  /** What it is called where its sender does not say it. */
  unnamed: string;
  /** What is to be done where it is empty. */
  mend: string;
}

/** A codebook, in any of the forms that are read. */
export const CODEBOOK_WANTED: WantedFile = {
  unnamed: 'codebook',
  mend: 'Choose a codebook in DDI, Triple-S, CSV, .xlsx or JSON.',
};

/**
 * A file as it was sent: its name in plain signs, for messages, and its bytes.
 * @param sentAs what its sender calls it; undefined: nothing
 * @throws Fault where no bytes were sent
 */
export function fileSent(
  sentAs: string | undefined,
  body: ReadableStream<Uint8Array> | null,
  { unnamed, mend }: WantedFile,
): { name: string; body: Readable } {
  const name = plainName(sentAs ?? unnamed);
  if (body) return { name, body: Readable.fromWeb(body as never) };
  throw new Fault('invalid', `${name} is empty.`, mend, { file: name });
}
