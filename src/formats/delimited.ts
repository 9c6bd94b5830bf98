import Papa from 'papaparse';
import { columnSign, fileSigns, noSigns, takeSigns } from '../core/codebook/number-signs.js';
import type { DecimalSign } from '../core/codebook/read-number.js';
import { Fault } from '../core/fault.js';
import { firstBytes, openBytes, type RawFile } from './bytes.js';
import { decoding, detectEncoding } from './encoding.js';
import { LONGEST_ROW, type Row, type RowSource } from './rows.js';
import { type Delimited, MOST_COLUMNS } from '../core/intake/layout.js';
import { columnNames, numberedNames } from './names.js';

export const SEPARATORS = [',', ';', '\t', '|'] as const;
const SAMPLE_LINES = 60;
/** Lines in which decimal signs are looked for; those further on are looked at when the file is read. */
const SAMPLE_NUMBER_LINES = 1000;
const SAMPLE_BYTES = 512 * 1024;

/** How lines end: as the first one does. */
function lineEnd(text: string): '\r\n' | '\n' | '\r' {
  const [first] = /\r\n|\n|\r/.exec(text) ?? [];
  return first === '\r\n' || first === '\r' ? first : '\n';
}

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

/** Line ends inside the cells of a row. */
function lineEnds(cells: readonly string[]): number {
  return cells.reduce((sum, cell) => sum + (cell.match(/\r\n|\n|\r/g)?.length ?? 0), 0);
}

function longRow(file: string, line: number): Fault {
  return new Fault(
    'invalid',
    `The row that starts on line ${line} of ${file} is longer than 32 million characters.`,
    'Look whether this is a table of lines; a quote on it may never be closed.',
    { file, line },
  );
}

interface Decoded {
  texts: AsyncGenerator<{ text: string; last: boolean }>;
  share: () => number;
  /** Cells with bytes that fit no character: how many, and the line of the first. */
  strange: { cells: number; line: number };
}

function decoded(file: RawFile, encoding: string): Decoded {
  const bytes = openBytes(file);
  const decoder = decoding(encoding);
  async function* texts() {
    let begun = false;
    for await (const chunk of bytes.chunks) {
      const text = decoder.write(chunk);
      yield { text: begun ? text : text.replace(/^\uFEFF/, ''), last: false };
      begun = true;
    }
    yield { text: decoder.end(), last: true };
  }
  return { texts: texts(), share: bytes.share, strange: { cells: 0, line: 0 } };
}

/** Takes text apart into rows. What it leaves, because its row may go on, comes before the next text. */
function rowParser({ separator, quote }: Delimited, end: string) {
  const parser = (preview?: number) =>
    new Papa.Parser({
      delimiter: separator,
      newline: end as '\n',
      quoteChar: quote === '' ? '"' : quote,
      ...(quote === '' ? { fastMode: true } : {}),
      ...(preview === undefined ? {} : { preview }),
    });
  return (text: string, last: boolean) => {
    const parse = (preview?: number) =>
      parser(preview).parse(text, 0, preview === undefined && !last) as Papa.ParseResult<string[]>;
    const { data, errors, meta } = parse();
    const wrong = errors.find(({ row }) => row !== undefined)?.row;
    if (wrong === undefined) return { rows: data, rest: text.slice(meta.cursor), broken: null };
    // A quote goes astray in this row. Its line is set aside, and the reading goes on with the next.
    const before =
      wrong === 0 ? { data: [], cursor: 0 } : { data: parse(wrong).data, cursor: parse(wrong).meta.cursor };
    const stop = text.indexOf(end, before.cursor);
    if (stop < 0 && !last) return { rows: before.data, rest: text.slice(before.cursor), broken: null };
    const broken = stop < 0 ? text.slice(before.cursor) : text.slice(before.cursor, stop);
    return { rows: before.data, rest: stop < 0 ? '' : text.slice(stop + end.length), broken };
  };
}

/** A file of lines that each open a quote and never close it would be read from each of them to its end. */
const MOST_BROKEN_TO_THE_END = 200;

/** After a stray quote, text is parsed in pieces of this size: what follows may be broken too. */
const STEP_AFTER_BROKEN = 2_048;

/**
 * Rows of cells as they stand, the heading too; lines with nothing on them are passed over. Of a stretch without rows
 * an empty list is given, so that whoever reads can stop.
 */
async function* readCells(file: RawFile, layout: Delimited, source: Decoded): AsyncGenerator<Row[]> {
  const { quote } = layout;
  let text = '';
  let line = 1;
  let end: string | null = null;
  let toTheEnd = 0;
  let step = Infinity;
  for await (const piece of source.texts) {
    text += piece.text;
    end ??= lineEnd(text);
    const parse = rowParser(layout, end);
    if (!/\S/.test(text)) {
      const stop = text.lastIndexOf(end) + end.length;
      const isBare = !/[^\r\n]/.test(text);
      line += isBare ? Math.floor(text.length / end.length) : text.split(end).length - 1;
      text = stop < end.length ? text : text.slice(stop);
      yield [];
      continue;
    }
    for (let again = true; again && text !== '';) {
      const isAll = step >= text.length;
      const tooLong = isAll && text.length > LONGEST_ROW;
      const part = isAll ? text : text.slice(0, step);
      const { rows: parsed, rest, broken } = parse(part, isAll && (piece.last || tooLong));
      if (tooLong && broken === null && parsed.length < 2) throw longRow(file.name, line);
      if (broken !== null && isAll && (piece.last || tooLong) && ++toTheEnd > MOST_BROKEN_TO_THE_END) {
        throw new Fault(
          'invalid',
          `More than ${MOST_BROKEN_TO_THE_END} rows of ${file.name} open a quote and never close it, the last ` +
            `on line ${line}.`,
          'Read the file with no quotes, or mend them.',
          { file: file.name, line },
        );
      }
      const quoted = quote !== '' && part.includes(quote);
      const strange = part.includes('\uFFFD');
      const rows: Row[] = [];
      for (const cells of parsed) {
        if (cells.length > 1 || cells[0]?.trim() !== '') {
          rows.push({ line, cells });
          if (strange) noteStrange(source.strange, cells, line);
        }
        line += 1 + (quoted ? lineEnds(cells) : 0);
      }
      if (broken !== null) rows.push({ line: line++, cells: [broken], odd: 'quote' });
      text = text.slice(part.length - rest.length);
      again = broken !== null || !isAll;
      step = broken !== null ? STEP_AFTER_BROKEN : step * 2;
      yield rows;
    }
  }
}

function noteStrange(strange: Decoded['strange'], cells: readonly string[], line: number): void {
  const odd = cells.filter((cell) => cell.includes('\uFFFD')).length;
  if (odd > 0 && strange.cells === 0) strange.line = line;
  strange.cells += odd;
}

/** Opens a delimited text file. @throws Fault with the line where the file cannot be read */
export async function openDelimited(file: RawFile, layout: Delimited): Promise<RowSource> {
  const source = decoded(file, layout.encoding);
  const rows = readCells(file, layout, source);
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
  function prepared(batch: Row[]): Row[] {
    if (!picks) return batch;
    return batch.map((item) =>
      item.cells.length === names.length ? { ...item, cells: picked(item.cells, picks) } : { ...item, odd: 'cells' },
    );
  }
  return {
    columns: picks ? picks.map(({ name }) => ({ name, note: null })) : names,
    batches: batches(),
    share: source.share,
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
