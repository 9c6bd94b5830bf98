type Cell = string | number | null;

/** Text that a spreadsheet would run as a formula is kept from it with a leading apostrophe. */
function harmless(text: string): string {
  return /^[=+\-@\t\r]/.test(text) ? `'${text}` : text;
}

function field(cell: Cell): string {
  if (cell === null) return '';
  const text = typeof cell === 'number' ? String(cell) : harmless(cell);
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

/** CSV after RFC 4180, with a byte-order mark at its beginning so that spreadsheets read it as UTF-8. */
export function writeCsv(lines: readonly (readonly Cell[])[], isBeginning = true): string {
  return `${isBeginning ? '\uFEFF' : ''}${lines.map((line) => line.map(field).join(',')).join('\r\n')}\r\n`;
}
