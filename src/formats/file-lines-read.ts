import { Fault } from '../core/fault.js';
import { asWritten } from '../core/harmless.js';
import type { FileLine } from '../core/recode/theme/file-lines.js';
import { detectDelimited, openDelimited } from './delimited.js';

/** More lines than these are not made by hand. */
const MOST_LINES = 500_000;

/**
 * The lines of a small table that was sent as delimited text, in whatever encoding and with whatever separator, its
 * heading first. Apostrophes that kept a spreadsheet from running an answer are taken away.
 * @throws Fault where it is too long, or no text
 */
export async function readFileLines(path: string, file: string): Promise<FileLine[]> {
  const raw = { path, name: file, gzip: false };
  const layout = await detectDelimited(raw);
  const { batches } = await openDelimited(raw, { ...layout, heading: false });
  const lines: FileLine[] = [];
  for await (const batch of batches) {
    for (const { line, cells } of batch) lines.push({ line, cells: cells.map(asWritten) });
    if (lines.length > MOST_LINES)
      throw new Fault('too-large', `${file} has more than ${MOST_LINES.toLocaleString('en')} lines.`, 'Send less.', {
        file,
      });
  }
  return lines;
}
