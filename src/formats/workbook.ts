import { plural } from '../core/words.js';
import { Fault } from '../core/fault.js';
import { LONGEST_ROW, type Row, type RowSource } from './rows.js';
import { MOST_COLUMNS, type Workbook } from '../core/intake/layout.js';
import { columnNames, numberedNames } from './names.js';
import { type CellRange, cellName, parseRange } from './workbook-cells.js';
import { openWorkbookParts, type SheetPart, type WorkbookParts } from './workbook-parts.js';
import { readSheet, type SheetFacts, scanSheet } from './workbook-sheet.js';
import { openArchive } from './zip.js';

/** A sheet to choose from. */
export interface SheetChoice {
  name: string;
  hidden: boolean;
}

/** Finds the sheets of a workbook, and how it is likely to be read. @throws Fault where it is none */
export async function detectWorkbook(path: string, file: string): Promise<{ layout: Workbook; sheets: SheetChoice[] }> {
  const archive = await openArchive(path, file);
  try {
    const parts = await openWorkbookParts(archive, file);
    const sheets = parts.sheets.map(({ name, hidden }) => ({ name, hidden }));
    const first = parts.sheets.find(({ hidden }) => !hidden) ?? parts.sheets[0];
    if (!first) throw new Fault('invalid', `${file} has no sheet with cells.`, 'Choose another file.', { file });
    const rows: string[][] = [];
    for await (const batch of readSheet(archive, parts, first, null, file, await scanSheet(archive, first, file))) {
      rows.push(...batch.map(({ cells }) => cells));
      if (rows.length >= 20) break;
    }
    const [heading = [], below] = rows;
    const words = heading.filter((cell) => cell !== '' && !/^[+-]?\d+([.,]\d+)?$/.test(cell)).length;
    const isHeading = words > heading.length / 2 || below === undefined;
    return { layout: { is: 'workbook', sheet: first.name, range: null, heading: isHeading }, sheets };
  } finally {
    archive.close();
  }
}

function chosenSheet({ sheets }: WorkbookParts, { sheet }: Workbook, file: string): SheetPart {
  const part = sheets.find(({ name }) => name === sheet);
  if (part) return part;
  const names = sheets.map(({ name }) => name).join(', ');
  throw new Fault('invalid', `${file} has no sheet "${sheet}".`, `It has ${names}.`, { file, field: 'sheet' });
}

/** Opens one sheet of a workbook, row by row. @throws Fault where sheet or range are not there */
export async function openWorkbook(path: string, file: string, layout: Workbook): Promise<RowSource> {
  const archive = await openArchive(path, file);
  try {
    const parts = await openWorkbookParts(archive, file);
    const sheet = chosenSheet(parts, layout, file);
    const range = layout.range === null ? null : rangeOf(layout.range, file);
    const facts = await scanSheet(archive, sheet, file);
    const rows = readSheet(archive, parts, sheet, range, file, facts);
    const first = await rows.next();
    const [row, ...below] = first.done ? [] : first.value;
    if (!row) {
      const mend = range ? 'Choose another range.' : 'Choose another sheet.';
      throw new Fault('invalid', `The sheet ${sheet.name} of ${file} has no filled cells there.`, mend, {
        file,
        field: 'range',
      });
    }
    const left = range?.left ?? 1;
    const width =
      range?.right === undefined ? Math.max(row.cells.length, facts.width - left + 1) : range.right - left + 1;
    if (width > MOST_COLUMNS) {
      throw new Fault(
        'too-large',
        `${sheet.name} has ${width.toLocaleString('en')} columns; ${MOST_COLUMNS.toLocaleString('en')} is the most.`,
        'Choose a range.',
        { file, field: 'range' },
      );
    }
    const heading = padded(mergedHeading(row, facts, left), width);
    const columns = layout.heading ? columnNames(heading) : numberedNames(width);
    let rest = layout.heading ? below : [row, ...below];
    const headingLine = layout.heading ? row.line : 0;
    async function* batches(): AsyncGenerator<Row[]> {
      try {
        yield rest.map((item) => ({ ...item, cells: padded(item.cells, width) }));
        rest = [];
        for await (const batch of rows) yield batch.map((item) => ({ ...item, cells: padded(item.cells, width) }));
      } finally {
        archive.close();
      }
    }
    return { columns, batches: batches(), share: facts.share, remarks: () => remarksOf(facts, sheet, headingLine) };
  } catch (error) {
    archive.close();
    throw error;
  }
}

function rangeOf(text: string, file: string): CellRange {
  const range = parseRange(text);
  if (range) return range;
  throw new Fault(
    'invalid',
    `"${text.slice(0, 40)}" is not a range of cells.`,
    'Write it like B3:F200, or B3 for all from there on.',
    { file, field: 'range' },
  );
}

function padded(cells: string[], width: number): string[] {
  if (cells.length > LONGEST_ROW) return [];
  while (cells.length < width) cells.push('');
  return cells.length > width ? cells.slice(0, width) : cells;
}

/** The heading, with the words of merged cells over all columns that they span. */
function mergedHeading({ line, cells }: Row, { merged }: SheetFacts, left: number): string[] {
  const heading = [...cells];
  for (const { top, bottom, left: from, right } of merged) {
    if (line < top || line > bottom) continue;
    for (let column = from + 1; column <= right; column++) heading[column - left] = heading[from - left] ?? '';
  }
  return Array.from(heading, (cell: string | undefined) => cell ?? '');
}

function remarksOf(facts: SheetFacts, sheet: SheetPart, headingLine: number): string[] {
  const remarks: string[] = [];
  if (sheet.hidden) remarks.push(`The sheet ${sheet.name} is hidden in the workbook.`);
  const overHeading = facts.merged.filter(({ top, bottom }) => headingLine >= top && headingLine <= bottom);
  const inData = facts.merged.filter(
    ({ bottom, right, left, top }) => bottom > headingLine && (right > left || bottom > top) && top > headingLine,
  );
  if (overHeading.length > 0) {
    const [{ top, left, bottom, right } = { top: 1, left: 1, bottom: 1, right: 1 }] = overHeading;
    remarks.push(
      `Merged cells in the heading (${cellName(top, left)}:${cellName(bottom, right)}` +
        (overHeading.length > 1 ? ` and ${overHeading.length - 1} more` : '') +
        '): their words stand over each column that they span. Where the real heading is a row further down, ' +
        'give a range that begins there.',
    );
  }
  if (inData.length > 0) {
    const [{ top, left } = { top: 1, left: 1 }] = inData;
    remarks.push(
      `${plural(inData.length, 'merged cell')} among the data, the first at ` +
        `${cellName(top, left)}: the value counts for the first row only.`,
    );
  }
  if (facts.formulas.without > 0) {
    const { without, first } = facts.formulas;
    remarks.push(
      `${plural(without, 'formula has', 'formulas have')} no value in the file, the first at ${first}: ` +
        'they are blank. Open the workbook where it was made, save it, and take it in again.',
    );
  }
  if (facts.formulas.errors > 0) {
    remarks.push(
      `${plural(facts.formulas.errors, 'cell shows', 'cells show')} an error, the first ` +
        `at ${facts.formulas.firstError}: it stands as text.`,
    );
  }
  return remarks;
}
