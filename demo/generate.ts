import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { codebook } from './codebook.js';
import { respondents } from './respondents.js';

const field = (cell: string) => (/[",\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell);

/** The demo file's text: the same for everyone, from a fixed seed. */
export function demoCsv(): string {
  const { heading, rows } = respondents();
  return `${[heading, ...rows].map((row) => row.map(field).join(',')).join('\n')}\n`;
}

export function demoCodebook(): string {
  return `${JSON.stringify(codebook, null, 2)}\n`;
}

/** Writes data and codebook into `folder`. */
export function writeDemo(folder: string): void {
  writeFileSync(join(folder, 'fernhill.csv'), demoCsv());
  writeFileSync(join(folder, 'fernhill-codebook.json'), demoCodebook());
}
