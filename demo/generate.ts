import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { sheetTable } from '../src/core/recode/theme/sheet-table.js';
import { codebook } from './codebook.js';
import { codings } from './codings.js';
import { respondents } from './respondents.js';
import { SHEET } from './themes.js';

const field = (cell: string | number) =>
  /[",\n]/.test(String(cell)) ? `"${String(cell).replaceAll('"', '""')}"` : String(cell);
const csv = (rows: readonly (readonly (string | number)[])[]) =>
  `${rows.map((row) => row.map(field).join(',')).join('\n')}\n`;

/** What the folder of the demo holds, by the names of its files: the same for everyone, from fixed seeds. */
export function demoFiles(): Record<string, string> {
  const { heading, rows, comments } = respondents();
  return {
    'fernhill.csv': csv([heading, ...rows]),
    'fernhill-codebook.json': `${JSON.stringify(codebook, null, 2)}\n`,
    'fernhill-sheet.csv': csv(sheetTable(SHEET)),
    'fernhill-codings.csv': csv(codings(comments)),
  };
}

/** Writes data, codebook, code sheet and codings into `folder`. */
export function writeDemo(folder: string): void {
  for (const [name, text] of Object.entries(demoFiles())) writeFileSync(join(folder, name), text);
}
