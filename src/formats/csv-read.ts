import { createReadStream } from 'node:fs';
import iconv from 'iconv-lite';
import Papa from 'papaparse';
import { Fault } from '../core/fault.js';
import { detectEncoding } from './encoding.js';

/** How a delimited text file is written. */
export interface Dialect {
  encoding: string;
  separator: string;
  lineEnd: '\r\n' | '\n' | '\r';
}

export interface CsvRow {
  /** The line of the file on which the row starts, from 1. */
  line: number;
  cells: string[];
}

export const SEPARATORS = [',', ';', '\t', '|'] as const;
export const SEPARATOR_WORDS: Record<string, string> = { ',': 'comma', ';': 'semicolon', '\t': 'tab', '|': 'bar' };

/** A row longer than this is a quote that was never closed. */
const LONGEST_ROW = 32 * 1024 * 1024;
const SAMPLE_LINES = 60;
const SAMPLE_BYTES = 512 * 1024;
const STEP = 1024 * 1024;

interface TextDecoding {
  write: (bytes: Buffer) => string;
  end: () => string;
}

function decoding(encoding: string): TextDecoding {
  if (encoding !== 'utf-8') {
    const decoder = iconv.getDecoder(encoding);
    return { write: (bytes) => decoder.write(bytes), end: () => decoder.end() ?? '' };
  }
  const decoder = new TextDecoder('utf-8');
  return { write: (bytes) => decoder.decode(bytes, { stream: true }), end: () => decoder.decode() };
}

async function sampleText(path: string, encoding: string): Promise<string> {
  const decoder = decoding(encoding);
  let text = '';
  for await (const chunk of createReadStream(path, { end: SAMPLE_BYTES })) text += decoder.write(chunk as Buffer);
  return text.replace(/^\uFEFF/, '');
}

/** How lines end: as the first one does. */
function lineEnd(text: string): '\r\n' | '\n' | '\r' {
  const [first] = /\r\n|\n|\r/.exec(text) ?? [];
  return first === '\r\n' || first === '\r' ? first : '\n';
}

/** Which separator splits the first rows into the most cells, alike in every row. */
function detectSeparator(text: string): string {
  let best = { separator: ',', score: 0 };
  for (const separator of SEPARATORS) {
    const { data: rows } = Papa.parse<string[]>(text, {
      delimiter: separator,
      preview: SAMPLE_LINES,
      newline: lineEnd(text),
    });
    const width = rows[0]?.length ?? 0;
    if (width < 2) continue;
    const alike = rows.filter((row) => row.length === width).length / rows.length;
    const score = alike * alike * Math.log2(1 + width);
    if (score > best.score) best = { separator, score };
  }
  return best.separator;
}

/** Finds encoding and separator. @throws Fault for a file that is empty or not text */
export async function detectDialect(path: string, file: string): Promise<Dialect> {
  const encoding = await detectEncoding(path, file);
  const text = await sampleText(path, encoding);
  if (text.trim() === '') {
    throw new Fault('invalid', `${file} is empty.`, 'Choose a file with a heading line and at least one respondent.', {
      file,
      line: 1,
    });
  }
  return { encoding, separator: detectSeparator(text), lineEnd: lineEnd(text) };
}

/** Line ends inside the cells of a row. */
function lineEnds(cells: readonly string[]): number {
  return cells.reduce((sum, cell) => sum + (cell.match(/\r\n|\n|\r/g)?.length ?? 0), 0);
}

function quoteFault(code: string, file: string, line: number): Fault {
  const place = { file, line };
  return code === 'MissingQuotes'
    ? new Fault(
        'invalid',
        `A quote that opens on line ${line} of ${file} is never closed.`,
        'Close it, or take it out.',
        place,
      )
    : new Fault(
        'invalid',
        `On line ${line} of ${file}, text goes on behind a closing quote.`,
        'Double the quotes inside the text, or take them out.',
        place,
      );
}

/**
 * Reads a delimited text file in batches of rows, the heading row included. Quoted line ends and separators belong to
 * their cell; lines with nothing on them are passed over.
 * @throws Fault with the line where the file cannot be read
 */
export async function* readRows(path: string, file: string, dialect: Dialect): AsyncGenerator<CsvRow[]> {
  const decoder = decoding(dialect.encoding);
  let text = '';
  let line = 1;
  let begun = false;
  const take = (isLast: boolean): CsvRow[] => {
    if (!begun) text = text.replace(/^\uFEFF/, '');
    begun = true;
    const parser = new Papa.Parser({ delimiter: dialect.separator, newline: dialect.lineEnd, quoteChar: '"' });
    const { data, errors, meta } = parser.parse(text, 0, !isLast) as Papa.ParseResult<string[]>;
    const quoted = text.includes('"');
    const rows: CsvRow[] = [];
    data.forEach((cells, k) => {
      const error = errors.find(({ row }) => row === k);
      if (error) throw quoteFault(error.code, file, line);
      if (cells.length > 1 || cells[0]?.trim() !== '') rows.push({ line, cells });
      line += 1 + (quoted ? lineEnds(cells) : 0);
    });
    const [error] = errors;
    if (error) throw quoteFault(error.code, file, line);
    text = text.slice(meta.cursor);
    if (text.length > LONGEST_ROW) {
      throw new Fault(
        'invalid',
        `The row that starts on line ${line} of ${file} is longer than 32 million characters.`,
        'Look for a quote on it that is never closed.',
        { file, line },
      );
    }
    return rows;
  };
  for await (const chunk of createReadStream(path, { highWaterMark: STEP })) {
    text += decoder.write(chunk as Buffer);
    const rows = take(false);
    if (rows.length > 0) yield rows;
  }
  text += decoder.end();
  if (text !== '') {
    const rows = take(true);
    if (rows.length > 0) yield rows;
  }
}

/** Names for the columns: trimmed; an empty one is numbered, a repeated one gets a number behind it. */
export function columnNames(heading: readonly string[]): { names: string[]; notes: Map<number, string> } {
  const taken = new Set<string>();
  const notes = new Map<number, string>();
  const names = heading.map((cell, k) => {
    const wanted = cell.trim() === '' ? `column_${k + 1}` : cell.trim().slice(0, 200);
    let name = wanted;
    for (let again = 2; taken.has(name); again++) name = `${wanted}_${again}`;
    taken.add(name);
    if (cell.trim() === '') notes.set(k, `Column ${k + 1} has no heading; it is called ${name}.`);
    else if (name !== wanted) notes.set(k, `The heading ${wanted} stands twice; column ${k + 1} is called ${name}.`);
    return name;
  });
  return { names, notes };
}
