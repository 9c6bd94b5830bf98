/** A value of a data file: text, number, or nothing. */
export type DataCell = string | number | null;

function field(cell: DataCell): string {
  if (cell === null) return '';
  const text = String(cell);
  return /[",\r\n]|^\s|\s$/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

/** A line of data as CSV (RFC 4180). Unlike a table for a spreadsheet, values stand exactly as they are. */
export function dataLine(cells: readonly DataCell[]): string {
  return `${cells.map(field).join(',')}\r\n`;
}
