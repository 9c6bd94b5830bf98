import { createReadStream } from 'node:fs';
import { parse, type Parser } from 'csv-parse';
import { parse as parseSync } from 'csv-parse/sync';
import iconv from 'iconv-lite';
import { Fault } from '../core/fault.js';
import { detectEncoding } from './encoding.js';

/** How a delimited text file is written. */
export interface Dialect {
  encoding: string;
  separator: string;
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

async function sampleText(path: string, encoding: string): Promise<string> {
  const decoder = iconv.getDecoder(encoding);
  let text = '';
  for await (const chunk of createReadStream(path, { end: 512 * 1024 })) text += decoder.write(chunk as Buffer);
  return text.replace(/^\uFEFF/, '');
}

/** Which separator splits the first rows into the most cells, alike in every row. */
function detectSeparator(text: string): string {
  let best = { separator: ',', score: 0 };
  for (const separator of SEPARATORS) {
    let rows: string[][];
    try {
      rows = parseSync(text, { delimiter: separator, relax_column_count: true, relax_quotes: true, to: SAMPLE_LINES });
    } catch {
      continue;
    }
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
  return { encoding, separator: detectSeparator(text) };
}

/** Line ends inside the cells of a row. */
function lineEnds(cells: readonly string[]): number {
  return cells.reduce((sum, cell) => sum + (cell.match(/\r\n|\n|\r/g)?.length ?? 0), 0);
}

/** @param line where the row starts that could not be read */
function parserFault(error: unknown, file: string, line: number): Fault {
  const { code = '' } = error as { code?: string };
  const place = { file, line };
  if (code === 'CSV_QUOTE_NOT_CLOSED') {
    return new Fault(
      'invalid',
      `A quote that opens on line ${line} of ${file} is never closed.`,
      'Close it, or take it out.',
      place,
    );
  }
  if (code === 'CSV_MAX_RECORD_SIZE') {
    return new Fault(
      'invalid',
      `The row that starts on line ${line} of ${file} is longer than 32 million characters.`,
      'Look for a quote on it that is never closed.',
      place,
    );
  }
  const message = error instanceof Error ? error.message : String(error);
  return new Fault(
    'invalid',
    `${file} cannot be read from line ${line} on: ${message}.`,
    'Mend that line and try again.',
    place,
  );
}

/**
 * Reads a delimited text file in batches of rows, the heading row included. Quoted line ends and separators belong to
 * their cell; lines with nothing on them are passed over.
 * @throws Fault with the line where the file cannot be read
 */
export async function* readRows(
  path: string,
  file: string,
  dialect: Dialect,
  most = Infinity,
): AsyncGenerator<CsvRow[]> {
  const input = createReadStream(path, { highWaterMark: 1024 * 1024 });
  const decoded = input.pipe(iconv.decodeStream(dialect.encoding));
  // The last line of the last row that was whole.
  let ended = 0;
  // Where each row starts that was parsed and not yet taken: the parser runs ahead of us.
  let starts: number[] = [];
  let taken = 0;
  const parser: Parser = parse({
    delimiter: dialect.separator,
    bom: true,
    on_record: (record, { lines }) => {
      starts.push(lines - (lines - ended > 1 ? lineEnds(record) : 0));
      ended = lines;
      return record;
    },
    relax_column_count: true,
    relax_quotes: true,
    skip_empty_lines: true,
    max_record_size: LONGEST_ROW,
    ...(Number.isFinite(most) ? { to: most } : {}),
  });
  input.on('error', (error) => parser.destroy(error));
  decoded.pipe(parser);
  let batch: CsvRow[] = [];
  try {
    for await (const entry of parser) {
      batch.push({ line: starts[taken++] ?? 0, cells: entry as string[] });
      if (batch.length >= 4096) {
        yield batch;
        batch = [];
        starts = starts.slice(taken);
        taken = 0;
      }
    }
  } catch (error) {
    throw parserFault(error, file, ended + 1);
  } finally {
    input.destroy();
  }
  if (batch.length > 0) yield batch;
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
