import { harmless } from '../core/harmless.js';

type Cell = string | number | null;

function field(cell: Cell): string {
  if (cell === null) return '';
  const text = typeof cell === 'number' ? String(cell) : harmless(cell);
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

/** CSV after RFC 4180, with a byte-order mark at its beginning so that spreadsheets read it as UTF-8. */
export function writeCsv(lines: readonly (readonly Cell[])[], isBeginning = true): string {
  return `${isBeginning ? '\uFEFF' : ''}${lines.map((line) => line.map(field).join(',')).join('\r\n')}\r\n`;
}
