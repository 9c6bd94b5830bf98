import { Transform } from 'node:stream';
import { Fault } from '../../core/fault.js';

const GIB = 1024 ** 3;

/** Passes a file on, and breaks off where it is larger than `most` bytes. */
export function limited(file: string, most: number, seen?: (chunk: Buffer) => void): Transform {
  let bytes = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      seen?.(chunk);
      const size = most >= GIB ? `${most / GIB} GiB` : `${most / 1024 ** 2} MiB`;
      if (bytes > most) done(new Fault('too-large', `${file} is larger than ${size}.`, 'Send less at once.', { file }));
      else done(null, chunk);
    },
  });
}
