import ExcelJS, { type Cell, type FillPatterns, type Workbook, type Worksheet } from 'exceljs';
import { captioned, tableName } from '../../core/report/captioned.js';
import {
  picturesIn,
  type Report,
  type ReportPicture,
  type ReportTable,
  standsOn,
  tablesOf,
} from '../../core/report/report.js';
import { apart } from '../../core/view/apart.js';
import { type Ink, INK_WORDS } from '../../core/view/ink.js';
import type { LaidFigure, LaidOut } from '../../core/view/laid-cell.js';
import { type PlacedCell, placedCells, widthOf } from '../../core/view/placed-cells.js';
import { pngsOf } from './pngs-of.js';
import { standsAt } from '../../core/view/stands-at.js';
import { xmlText } from './xml-text.js';

const HATCH: Record<Ink, FillPatterns> = { more2: 'darkUp', more1: 'lightUp', fewer1: 'lightDown', fewer2: 'darkDown' };

const FINE = { style: 'thin', color: { argb: 'FFD9D6CC' } } as const;
const LINE = { style: 'thin', color: { argb: 'FF1C2230' } } as const;
const FONT = { name: 'Calibri', size: 11 };
const SOFT = { ...FONT, color: { argb: 'FF5B6272' } };
const BOLD = { ...FONT, bold: true };
const LINK = { ...FONT, color: { argb: 'FF0B5F6B' }, underline: true };
/** Signs on a line of the contents, and how high it is, in points. */
const LINE_SIGNS = 105;
const LINE_HEIGHT = 15;
const NAME_WIDTHS = [34, 16];
const FIGURE_WIDTH = 12;
const MOST_TEXT_WIDTH = 42;

/** How a spreadsheet shows a number as the table does. */
function formatOf({ unit, decimals }: LaidFigure, signs: boolean): string {
  const places = decimals > 0 ? `.${'0'.repeat(decimals)}` : '';
  if (unit === 'p') return `0${places}`;
  if (unit === 'percent') return `0${places}${signs ? '"%"' : ''}`;
  if (unit === 'points' || unit === 'residual') return `+0${places};-0${places};0${places}`;
  return `#,##0${places}`;
}

function put(cell: Cell, placed: PlacedCell, signs: boolean): void {
  const { text, heads, figure, ink, small, depth, isText } = placed.cell;
  cell.value = figure ? figure.value : text === '' ? null : xmlText(text);
  if (figure) cell.numFmt = `${small ? '"! "' : ''}${formatOf(figure, signs)}`;
  const isOver = heads === 'columns';
  cell.alignment = {
    vertical: isOver ? 'bottom' : 'top',
    wrapText: heads !== null,
    ...(depth ? { indent: depth } : isText && heads !== 'line' ? { indent: 1 } : {}),
    horizontal: standsAt(placed),
  };
  cell.border = { bottom: isOver ? LINE : FINE };
  cell.font = isOver ? BOLD : FONT;
  if (ink) {
    cell.fill = { type: 'pattern', pattern: HATCH[ink], fgColor: { argb: 'FF9FB0C6' }, bgColor: { argb: 'FFFFFFFF' } };
    cell.note = INK_WORDS[ink];
  }
}

/** Puts a table under what stands on a sheet. @returns the first line under its heading */
function putTable(sheet: Worksheet, { head, body }: LaidOut, signs: boolean): number {
  const start = sheet.rowCount + 1;
  const lines = [...head, ...body];
  for (const placed of placedCells(lines)) {
    const { cell, line, column } = placed;
    const [top, left] = [start + line, column + 1];
    if (cell.columns > 1 || cell.lines > 1) sheet.mergeCells(top, left, top + cell.lines - 1, left + cell.columns - 1);
    put(sheet.getCell(top, left), placed, signs);
  }
  return start + head.length;
}

function putText(sheet: Worksheet, text: string, font: Partial<ExcelJS.Font> = FONT): void {
  const cell = sheet.getCell(sheet.rowCount + 1, 1);
  cell.value = xmlText(text);
  cell.font = font;
}

/** How wide the columns are that have texts, beside those known already. */
function textWidths(known: number[], { body }: LaidOut): number[] {
  const widths = [...known];
  for (const { cell, column } of placedCells(body))
    if (cell.isText) widths[column] = Math.min(MOST_TEXT_WIDTH, Math.max(widths[column] ?? 0, cell.text.length + 1));
  return widths;
}

/** A table with all that is said under it; on a sheet of its own its headings stay in sight. */
function putItem(
  sheet: Worksheet,
  item: ReportTable,
  isAlone: boolean,
  putPictures: (sheet: Worksheet, item: ReportTable) => void,
): void {
  const { hatched, readings, shown } = item;
  // Each figure has a cell of its own.
  const laid = item.laid.map(apart);
  putText(sheet, captioned(item), { ...BOLD, size: 13 });
  const [first] = laid;
  for (const own of laid) {
    if (laid.length > 1) putText(sheet, own.title, SOFT);
    const under = putTable(sheet, own, shown.signs === true);
    if (isAlone && laid.length === 1) {
      const { heads } = widthOf(own);
      sheet.views = [{ state: 'frozen', xSplit: heads, ySplit: under - 1 }];
    }
  }
  const heads = first ? widthOf(first).heads : 1;
  const columns = Math.max(1, ...laid.map((own) => widthOf(own).columns));
  const texts = laid.reduce<number[]>(textWidths, []);
  for (let k = 1; k <= columns; k++) {
    const width = k <= heads ? (NAME_WIDTHS[k - 1] ?? FIGURE_WIDTH) : Math.max(FIGURE_WIDTH, texts[k - 1] ?? 0);
    const column = sheet.getColumn(k);
    column.width = Math.max(column.width ?? 0, width);
  }
  for (const line of standsOn(item)) putText(sheet, line, SOFT);
  if (hatched) putText(sheet, INK_HATCHED, SOFT);
  for (const { title, sentence, lines } of readings) {
    putText(sheet, title, BOLD);
    if (sentence !== '') putText(sheet, sentence);
    for (const { what, text } of lines) putText(sheet, `${what}: ${text}`, SOFT);
  }
  putPictures(sheet, item);
}

const INK_HATCHED =
  'Hatched cells: rising, more; falling, fewer than independence gives; denser, far more or far fewer.';

function putContents(sheet: Worksheet, { title, facts, items, methods }: Report, isAlone: boolean): void {
  sheet.getColumn(1).width = 14;
  sheet.getColumn(2).width = 100;
  putText(sheet, title, { ...BOLD, size: 15 });
  const pair = (what: string, text: string | ExcelJS.CellHyperlinkValue, font: Partial<ExcelJS.Font> = FONT) => {
    const row = sheet.getRow(sheet.rowCount + 1);
    row.getCell(1).value = xmlText(what);
    row.getCell(1).font = SOFT;
    row.getCell(1).alignment = { vertical: 'top' };
    row.getCell(2).value = typeof text === 'string' ? xmlText(text) : text;
    row.getCell(2).alignment = { wrapText: true, vertical: 'top' };
    row.getCell(2).font = font;
    const long = typeof text === 'string' ? text : text.text;
    row.height = LINE_HEIGHT * Math.max(1, Math.ceil(long.length / LINE_SIGNS));
  };
  for (const { what, text } of facts) pair(what, text);
  for (const item of items) {
    if (item.is === 'section') pair('', item.title, BOLD);
    else if (item.is === 'note') pair('Note', item.text);
    else if (item.is === 'refused') pair(tableName(item), `${item.caption}. ${item.why}`);
    else {
      const hyperlink = `#'${isAlone ? tableName(item) : 'Tables'}'!A1`;
      pair(tableName(item), { text: xmlText(item.caption), hyperlink }, LINK);
    }
  }
  for (const words of methods) pair('Methods', words);
}

/** How tables stand in a workbook. */
export interface SheetsAsked {
  /** All tables on one sheet, one under the other; a sheet each, where it is not said. */
  together?: boolean | undefined;
}

/** A sheet that is printed on pages as wide as it is. */
const sheetOf = (book: Workbook, name: string) =>
  book.addWorksheet(name, { pageSetup: { orientation: 'landscape', fitToPage: true, fitToWidth: 1, fitToHeight: 0 } });

/** A line of a sheet, in pixels. */
const LINE_PIXELS = 20;

/** Puts pictures under what stands on a sheet, each under its title. */
const picturesPut =
  (book: Workbook, pngs: ReadonlyMap<ReportPicture, Uint8Array>) =>
  (sheet: Worksheet, { pictures }: ReportTable): void => {
    for (const picture of pictures) {
      putText(sheet, picture.title, BOLD);
      const { width, height } = picture;
      const buffer = Buffer.from(pngs.get(picture)!) as unknown as ExcelJS.Buffer;
      const image = book.addImage({ buffer, extension: 'png' });
      sheet.addImage(image, { tl: { col: 0, row: sheet.rowCount }, ext: { width, height } });
      // What comes next stands under it.
      sheet.getCell(sheet.rowCount + Math.ceil(height / LINE_PIXELS) + 1, 1).value = ' ';
    }
  };

async function withSheets(book: Workbook, report: Report, { together = false }: SheetsAsked): Promise<void> {
  const putPictures = picturesPut(book, await pngsOf(picturesIn(report)));
  putContents(sheetOf(book, 'Contents'), report, !together);
  const tables = tablesOf(report);
  if (!together) {
    for (const item of tables) putItem(sheetOf(book, tableName(item)), item, true, putPictures);
    return;
  }
  const sheet = sheetOf(book, 'Tables');
  tables.forEach((item, k) => {
    if (k > 0) putText(sheet, '');
    putItem(sheet, item, false, putPictures);
  });
}

/** A report as a workbook: a sheet of contents with links, real numbers with their formats, headings that stay. */
export async function xlsxReport(report: Report, asked: SheetsAsked = {}): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  book.creator = 'Hatch Count';
  book.title = xmlText(report.title);
  await withSheets(book, report, asked);
  return new Uint8Array(await book.xlsx.writeBuffer());
}
