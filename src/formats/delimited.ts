import Papa from 'papaparse';
import { columnSign, fileSigns, noSigns, takeSigns } from '../core/codebook/number-signs.js';
import type { DecimalSign } from '../core/codebook/read-number.js';
import { Fault } from '../core/fault.js';
import { firstBytes, type RawFile } from './bytes.js';
import { rowsIn, withoutFirst } from './cell-block.js';
import { readBlocks, readsBytes } from './delimited-blocks.js';
import { decoded, lineEnd, readCells, textsOf } from './delimited-text.js';
import { decoding, detectEncoding } from './encoding.js';
import type { CellBlock, Row, RowSource } from './rows.js';
import { type Delimited, MOST_COLUMNS } from '../core/intake/layout.js';
import { columnNames, numberedNames } from './names.js';

export const SEPARATORS = [',', ';', '\t', '|'] as const;
const SAMPLE_LINES = 60;
/** Lines in which decimal signs are looked for; those further on are looked at when the file is read. */
const SAMPLE_NUMBER_LINES = 1000;
const SAMPLE_BYTES = 512 * 1024;

function sampleRows(text: string, separator: string, quote = '"', lines = SAMPLE_LINES): string[][] {
  const { data } = Papa.parse<string[]>(text, {
    delimiter: separator,
    preview: lines,
    newline: lineEnd(text),
    quoteChar: quote === '' ? '"' : quote,
    fastMode: quote === '' ? true : undefined,
  });
  return data.filter((row) => row.length > 1 || row[0]?.trim() !== '');
}

/** Which separator splits the first rows into the most cells, alike in every row. */
function detectSeparator(text: string): string {
  let best = { separator: ',', score: 0 };
  for (const separator of SEPARATORS) {
    const rows = sampleRows(text, separator);
    const width = rows[0]?.length ?? 0;
    if (width < 2) continue;
    const alike = rows.filter((row) => row.length === width).length / rows.length;
    const score = alike * alike * Math.log2(1 + width);
    if (score > best.score) best = { separator, score };
  }
  return best.separator;
}

/** The double quote, unless cells are set in single ones and none in double ones. */
function detectQuote(text: string, separator: string): string {
  const between = `[${separator === '\t' ? '\\t' : separator}\r\n]`;
  const cells = (quote: string) =>
    text.match(new RegExp(`(?<=^|${between})${quote}[^${quote}]*${quote}(?=${between}|$)`, 'g'))?.length ?? 0;
  return cells('"') === 0 && cells("'") >= 3 ? "'" : '"';
}

const NUMBER = /^[+-]?\d+([.,]\d+)?$/;

/**
 * The decimal sign that the first rows show. Where they show none, semicolons between cells stand there because commas
 * stand in numbers.
 */
function detectDecimal(rows: readonly string[][], separator: string): DecimalSign {
  const width = Math.max(0, ...rows.map((row) => row.length));
  const shown = Array.from({ length: width }, noSigns);
  for (const row of rows) {
    row.forEach((cell, k) => takeSigns(shown[k]!, cell.trim(), 1));
  }
  const { decimal, pairsCount } = fileSigns(shown, separator === ',');
  if (decimal !== null) return decimal;
  const isOpen = shown.every((signs) => columnSign(signs, pairsCount) === null);
  return separator === ';' && isOpen && shown.some(({ either }) => either > 0) ? ',' : '.';
}

/** A heading: words in the first row, all different, where the rows below have numbers or other words. */
function detectHeading(rows: readonly string[][]): boolean {
  const [first = [], ...below] = rows;
  const cells = first.map((cell) => cell.trim());
  if (below.length === 0 || cells.some((cell) => NUMBER.test(cell)))
    return below.length === 0 && cells.every((cell) => !NUMBER.test(cell));
  if (cells.filter((cell) => cell !== '').length === 0) return false;
  if (new Set(cells).size > cells.length / 2) return true;
  return !below.some((row) => row.join() === first.join());
}

/** Finds how a text file is written. @throws Fault for a file that is empty or not text */
export async function detectDelimited(file: RawFile): Promise<Delimited> {
  const encoding = await detectEncoding(file);
  const text = decoding(encoding)
    .write(await firstBytes(file, SAMPLE_BYTES))
    .replace(/^\uFEFF/, '');
  if (text.trim() === '') {
    const mend = 'Choose a file with a heading line and at least one respondent.';
    throw new Fault('invalid', `${file.name} is empty.`, mend, { file: file.name, line: 1 });
  }
  return describeText(text, encoding);
}

/** How a piece of text is written, apart from its encoding, which is known. */
function describeText(text: string, encoding: string): Delimited {
  const separator = detectSeparator(text);
  const quote = detectQuote(text, separator);
  const rows = sampleRows(text, separator, quote);
  return {
    is: 'delimited',
    encoding,
    separator,
    quote,
    decimal: detectDecimal(sampleRows(text, separator, quote, SAMPLE_NUMBER_LINES).slice(1), separator),
    heading: detectHeading(rows),
    short: 'aside',
  };
}

/** Opens a delimited text file. @throws Fault with the line where the file cannot be read */
export async function openDelimited(file: RawFile, layout: Delimited): Promise<RowSource> {
  let source = decoded(file);
  const rows = readCells(file, layout, { ...source, texts: textsOf(source.chunks, layout.encoding, true) });
  let first = await rows.next();
  while (!first.done && first.value.length === 0) first = await rows.next();
  const [row, ...below] = first.done ? [] : first.value;
  if (!row) {
    const mend = 'Choose a file with a heading line and at least one respondent.';
    await rows.return(undefined);
    throw new Fault('invalid', `${file.name} is empty.`, mend, { file: file.name, line: 1 });
  }
  if (row.cells.length > MOST_COLUMNS) {
    await rows.return(undefined);
    throw new Fault(
      'too-large',
      `${file.name} has ${row.cells.length.toLocaleString('en')} columns; ` +
        `${MOST_COLUMNS.toLocaleString('en')} is the most.`,
      'Look whether the separator is right; else split the file.',
      { file: file.name, line: row.line },
    );
  }
  const names = layout.heading ? columnNames(row.cells) : numberedNames(row.cells.length);
  let rest = layout.heading ? below : [row, ...below];
  const picks = layout.picks;
  async function* batches(): AsyncGenerator<Row[]> {
    try {
      if (rest.length > 0) yield prepared(rest);
      rest = [];
      for await (const batch of rows) yield prepared(batch);
    } finally {
      // Who stops at the first rows leaves no file open.
      await rows.return(undefined);
    }
  }
  async function* blocks(): AsyncGenerator<readonly Row[] | CellBlock> {
    // The file is read from its start: what was read of it as text is given up.
    await rows.return(undefined);
    source = decoded(file);
    let isHeading = layout.heading;
    for await (const batch of readBlocks(file, layout, row!.cells.length, source)) {
      yield isHeading ? withoutFirst(batch) : batch;
      if (rowsIn(batch) > 0) isHeading = false;
    }
  }
  function prepared(batch: Row[]): Row[] {
    if (!picks) return batch;
    return batch.map((item) =>
      item.cells.length === names.length ? { ...item, cells: picked(item.cells, picks) } : { ...item, odd: 'cells' },
    );
  }
  return {
    columns: picks ? picks.map(({ name }) => ({ name, note: null })) : names,
    batches: batches(),
    ...(readsBytes(layout) ? { blocks } : {}),
    share: () => source.share(),
    remarks: () => {
      const { cells, line } = source.strange;
      const some = cells === 1 ? 'One cell holds' : `${cells.toLocaleString('en')} cells hold`;
      const where = cells === 1 ? `on line ${line}` : `the first on line ${line}`;
      return cells === 0 ? [] : [`${some} bytes that are not ${layout.encoding}, ${where}: choose another encoding.`];
    },
  };
}

function picked(cells: readonly string[], picks: NonNullable<Delimited['picks']>): string[] {
  return picks.map(({ cell, character }) => {
    const text = cells[cell] ?? '';
    return character === null ? text : (text.trim()[character] ?? '');
  });
}
