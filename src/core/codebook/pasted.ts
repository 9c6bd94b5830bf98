import { asWritten, harmless } from '../harmless.js';

/**
 * The cells of a piece of a spreadsheet, as they come through the clipboard: tabs between columns, line ends between
 * rows, and quotes around a cell that has either in it. One line end behind the last row is no row.
 * @example pastedCells('a\tb\nc\td') // [['a', 'b'], ['c', 'd']]
 */
export function pastedCells(text: string): string[][] {
  const rows: string[][] = [];
  let row: string[] = [];
  let cell = '';
  let quoted = false;
  let started = false;
  const endCell = () => {
    row.push(asWritten(cell));
    cell = '';
    started = false;
  };
  for (let k = 0; k < text.length; k++) {
    const sign = text[k]!;
    if (quoted) {
      if (sign !== '"') cell += sign;
      else if (text[k + 1] === '"') cell += text[k++]!;
      else quoted = false;
    } else if (sign === '"' && !started && closes(text, k)) {
      quoted = true;
      started = true;
    } else if (sign === '\t') endCell();
    else if (sign === '\n' || sign === '\r') {
      if (sign === '\r' && text[k + 1] === '\n') k++;
      endCell();
      rows.push(row);
      row = [];
    } else {
      cell += sign;
      started = true;
    }
  }
  if (cell !== '' || row.length > 0 || started) {
    endCell();
    rows.push(row);
  }
  return rows;
}

/** Whether a quote at the beginning of a cell has its fellow at the end of one; else it is a quote like any other. */
function closes(text: string, from: number): boolean {
  for (let k = from + 1; k < text.length; k++) {
    if (text[k] !== '"') continue;
    if (text[k + 1] === '"') k++;
    else return k + 1 === text.length || '\t\r\n'.includes(text[k + 1]!);
  }
  return false;
}

/**
 * A text as a cell that a spreadsheet takes from the clipboard: it is not run as a formula, and stays one cell.
 * @example copiedCell('=1+1') // "'=1+1"
 */
export function copiedCell(text: string): string {
  const cell = harmless(text);
  return /["\t\r\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell;
}

/**
 * Cells as a spreadsheet takes them from the clipboard, none of which it runs as a formula.
 * @example
 * copiedCells([
 *   ['a', 'b'],
 *   ['c', 'd'],
 * ]); // 'a\tb\nc\td'
 */
export const copiedCells = (rows: readonly (readonly string[])[]): string =>
  rows.map((row) => row.map(copiedCell).join('\t')).join('\n');
