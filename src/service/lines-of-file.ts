import type { Readable } from 'node:stream';
import type { FileLine } from '../core/recode/theme/file-lines.js';
import type { Service } from './context.js';
import { withSentFile } from './with-sent-file.js';

/** A file that was sent, by the name that its sender gives it. */
export interface SentFile {
  name: string;
  body: Readable;
}

/**
 * The lines of a small table that was sent, in whatever encoding and with whatever separator: what they say is read
 * where they are wanted.
 * @throws Fault where it is too large, or no text
 */
export const linesOfFile = (service: Service, { name, body }: SentFile): Promise<FileLine[]> =>
  withSentFile(service, name, body, (path) => service.run('file-lines', { path, file: name }));
