import type { Preview } from '../../core/intake/intake-shape.js';
import type { RawFile } from '../../formats/bytes.js';
import type { Layout } from '../../core/intake/layout.js';
import { type Detected, detectLayout, openRows } from '../../formats/open-rows.js';
import { whyUnread } from './read-in-job.js';

export interface PreviewJob {
  file: RawFile;
  layout: Layout;
}

const ROWS = 12;
const LONGEST_CELL = 200;
const MOST_BATCHES = 64;

/** Reads the first rows only, however long the file is. @throws Fault naming the place that cannot be read */
export async function previewFile({ file, layout }: PreviewJob): Promise<Preview> {
  const source = await openRows(file, layout, 200);
  const rows: Preview['rows'] = [];
  let batches = 0;
  for await (const batch of source.batches) {
    // A file that begins with nothing for long is not read to its end for a preview.
    if (++batches > MOST_BATCHES) break;
    for (const row of batch.slice(0, ROWS - rows.length)) {
      const why = whyUnread(row, source.columns.length, layout);
      rows.push({ line: row.line, why, cells: row.cells.map((cell) => cell.trim().slice(0, LONGEST_CELL)) });
    }
    if (rows.length >= ROWS) break;
  }
  return { columns: source.columns.map(({ name }) => name), rows };
}

/** Finds what a file is and how it is likely to be read. */
export function detectFile({ path, file }: { path: string; file: string }): Promise<Detected> {
  return detectLayout(path, file);
}
