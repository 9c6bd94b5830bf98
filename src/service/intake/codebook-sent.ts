import { Readable } from 'node:stream';
import { Fault } from '../../core/fault.js';
import { plainName } from './receive.js';

/**
 * A codebook file as it was sent: its name in plain signs, and its bytes.
 * @param sentAs what its sender calls it; null: nothing
 * @throws Fault where no bytes were sent
 */
export function codebookSent(
  sentAs: string | null,
  body: ReadableStream<Uint8Array> | null,
): { name: string; body: Readable } {
  const name = plainName(sentAs ?? 'codebook');
  if (!body) {
    const mend = 'Choose a codebook in DDI, Triple-S, CSV, .xlsx or JSON.';
    throw new Fault('invalid', `${name} is empty.`, mend, { file: name });
  }
  return { name, body: Readable.fromWeb(body as never) };
}
