import { Fault } from '../core/fault.js';
import { type Row } from './rows.js';
import { MOST_COLUMNS } from '../core/intake/layout.js';
import { type CellRange, cellName, type ClosedRange, columnNumber, dateOf, parseRange } from './workbook-cells.js';
import type { SheetPart, WorkbookParts } from './workbook-parts.js';
import { xmlReader } from './xml.js';
import type { Archive } from './zip.js';

/** What is known of a sheet before its rows are read, and what was met on the way. */
export interface SheetFacts {
  /** The last column with a cell. */
  width: number;
  merged: ClosedRange[];
  formulas: { without: number; first: string; errors: number; firstError: string };
  share: () => number;
}

const MOST_SHEET = 16 * 1024 ** 3;
const MOST_MERGED = 10_000;
const ROWS_AT_ONCE = 500;

/** Looks through a sheet for merged cells, which stand behind its rows, and its width. */
export async function scanSheet(archive: Archive, sheet: SheetPart, file: string): Promise<SheetFacts> {
  const merged: ClosedRange[] = [];
  let width = 0;
  // Only the few tags that matter are looked for: taking the whole sheet apart twice would take twice as long.
  let rest = '';
  const decoder = new TextDecoder('utf-8');
  for await (const chunk of await archive.read(sheet.path, MOST_SHEET)) {
    rest += decoder.decode(chunk, { stream: true });
    for (const [, reference = ''] of rest.matchAll(/<(?:\w+:)?c r="([A-Z]{1,3})\d+"/g))
      width = Math.max(width, columnNumber(reference));
    for (const [, reference = ''] of rest.matchAll(/<(?:\w+:)?mergeCell ref="([A-Z0-9:]+)"/g)) {
      const range = parseRange(reference);
      if (range && merged.length < MOST_MERGED)
        merged.push({
          top: range.top,
          left: range.left,
          bottom: range.bottom ?? range.top,
          right: range.right ?? range.left,
        });
    }
    rest = rest.slice(Math.max(0, rest.lastIndexOf('<')));
    if (rest.length > 1024 * 1024) {
      throw new Fault('invalid', `The sheet ${sheet.name} of ${file} is not well-formed.`, 'Save it again.', { file });
    }
  }
  if (width > MOST_COLUMNS) width = MOST_COLUMNS + 1;
  const formulas = { without: 0, first: '', errors: 0, firstError: '' };
  return { width, merged, formulas, share: () => 0 };
}

/** Reads the rows of a sheet; rows with nothing in them are passed over. Days come as 2026-11-23. */
export async function* readSheet(
  archive: Archive,
  { texts, dateStyles, from1904 }: WorkbookParts,
  sheet: SheetPart,
  range: CellRange | null,
  file: string,
  facts: SheetFacts,
): AsyncGenerator<Row[]> {
  const left = range?.left ?? 1;
  let rows: Row[] = [];
  let cells: string[] = [];
  let row = 0;
  let column = 0;
  let type = 'n';
  let style = 0;
  let value = '';
  let taking = false;
  let hasFormula = false;
  let hasValue = false;
  const cellText = (): string => {
    if (hasFormula && !hasValue) {
      if (facts.formulas.without++ === 0) facts.formulas.first = cellName(row, column);
      return '';
    }
    if (type === 's') return texts[Number(value)] ?? '';
    if (type === 'b') return value === '1' ? 'true' : 'false';
    if (type === 'e') {
      if (facts.formulas.errors++ === 0) facts.formulas.firstError = cellName(row, column);
      return value;
    }
    if (type !== 'n' || value === '') return value;
    const number = Number(value);
    return Number.isNaN(number) ? value : dateStyles[style] === true ? dateOf(number, from1904) : String(number);
  };
  const reader = xmlReader(`${file}, sheet ${sheet.name}`, {
    open: (name, { r, t, s }) => {
      if (name === 'row') {
        row = r === undefined ? row + 1 : Number(r);
        column = 0;
        cells = [];
      } else if (name === 'c') {
        column = r === undefined ? column + 1 : columnNumber(/^[A-Z]+/.exec(r)?.[0] ?? 'A');
        type = t ?? 'n';
        style = Number(s ?? 0);
        value = '';
        hasFormula = false;
        hasValue = false;
      } else if (name === 'f') hasFormula = true;
      else if (name === 'v' || name === 't') {
        taking = true;
        hasValue = true;
      }
    },
    text: (piece) => {
      if (taking) value += piece;
    },
    close: (name) => {
      if (name === 'v' || name === 't') taking = false;
      else if (name === 'c') {
        const at = column - left;
        const within = column >= left && column <= Math.min(range?.right ?? Infinity, left + MOST_COLUMNS);
        if (!within) return;
        while (cells.length < at) cells.push('');
        cells[at] = cellText();
      } else if (name === 'row') {
        const within = row >= (range?.top ?? 1) && row <= (range?.bottom ?? Infinity);
        if (within && cells.some((cell) => cell.trim() !== '')) rows.push({ line: row, cells });
      }
    },
  });
  const decoder = new TextDecoder('utf-8');
  const size = Math.max(1, archive.size(sheet.path));
  let read = 0;
  facts.share = () => Math.min(1, read / size);
  for await (const chunk of await archive.read(sheet.path, MOST_SHEET)) {
    read += chunk.length;
    reader.write(decoder.decode(chunk, { stream: true }));
    if (rows.length < ROWS_AT_ONCE) continue;
    yield rows;
    rows = [];
  }
  reader.write(decoder.decode());
  reader.end();
  if (rows.length > 0) yield rows;
}
