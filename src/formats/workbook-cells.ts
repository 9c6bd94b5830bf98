/** A rectangle of cells, counted from 1; open to the bottom and right where there is no end. */
export interface CellRange {
  top: number;
  left: number;
  bottom?: number | undefined;
  right?: number | undefined;
}

/** A rectangle of cells that ends on every side. */
export interface ClosedRange {
  top: number;
  left: number;
  bottom: number;
  right: number;
}

export function columnNumber(letters: string): number {
  return Array.from(letters.toUpperCase()).reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0);
}

export function cellName(row: number, column: number): string {
  let letters = '';
  for (let rest = column; rest > 0; rest = Math.floor((rest - 1) / 26))
    letters = String.fromCharCode(65 + ((rest - 1) % 26)) + letters;
  return `${letters}${row}`;
}

const CELL = /^\$?([A-Z]{1,3})\$?(\d{1,7})$/i;

function parseCell(text: string): { row: number; column: number } | null {
  const [, letters, digits] = CELL.exec(text.trim()) ?? [];
  if (letters === undefined || digits === undefined || Number(digits) < 1) return null;
  return { row: Number(digits), column: columnNumber(letters) };
}

/** Reads "B3:F200", or "B3" for everything from there on; null where it is neither. */
export function parseRange(text: string): CellRange | null {
  const [first = '', second, more] = text.split(':');
  const from = parseCell(first);
  if (!from || more !== undefined) return null;
  if (second === undefined) return { top: from.row, left: from.column };
  const to = parseCell(second);
  if (!to) return null;
  return {
    top: Math.min(from.row, to.row),
    left: Math.min(from.column, to.column),
    bottom: Math.max(from.row, to.row),
    right: Math.max(from.column, to.column),
  };
}

const DAY_MS = 86_400_000;

/**
 * A workbook's day number as a date: days since 1899-12-31, where a day that never was (29 February 1900) is counted,
 * or since 1904-01-01 (ECMA-376 part 1, 18.17.4). Whole days have no time.
 */
export function dateOf(serial: number, from1904: boolean): string {
  const start = from1904 ? Date.UTC(1904, 0, 1) : Date.UTC(1899, 11, serial < 60 ? 31 : 30);
  const at = new Date(start + Math.round(serial * DAY_MS));
  if (Number.isNaN(at.getTime())) return String(serial);
  const iso = at.toISOString();
  if (serial >= 0 && serial < 1) return iso.slice(11, 19);
  return Number.isInteger(serial) ? iso.slice(0, 10) : `${iso.slice(0, 10)} ${iso.slice(11, 19)}`;
}

/** Built-in number formats that show a day or a time (ECMA-376 part 1, 18.8.30). */
const BUILT_IN_DATES = new Set([14, 15, 16, 17, 18, 19, 20, 21, 22, 27, 30, 36, 45, 46, 47, 50, 57]);

/** Whether a number format shows a day or a time. */
export function isDateFormat(id: number, code: string | undefined): boolean {
  if (code === undefined) return BUILT_IN_DATES.has(id);
  const bare = code.replace(/"[^"]*"|\\.|\[(?!h|m|s)[^\]]*\]|_.|\*./gi, '');
  return /[dy]|m(?!illion)|h|s/i.test(bare) && !/general|[#0?]\s*$/i.test(bare.split(';')[0] ?? '');
}
