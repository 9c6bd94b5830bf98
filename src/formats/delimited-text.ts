import Papa from 'papaparse';
import { Fault } from '../core/fault.js';
import type { Delimited } from '../core/intake/layout.js';
import { openBytes, type RawFile } from './bytes.js';
import { decoding } from './encoding.js';
import { LONGEST_ROW, type Row } from './rows.js';

/** How lines end: as the first one does. */
export function lineEnd(text: string): '\r\n' | '\n' | '\r' {
  const [first] = /\r\n|\n|\r/.exec(text) ?? [];
  return first === '\r\n' || first === '\r' ? first : '\n';
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

/** A file that is being read. */
export interface Decoded {
  chunks: AsyncGenerator<Buffer>;
  share: () => number;
  /** Cells with bytes that fit no character: how many, and the line of the first. */
  strange: { cells: number; line: number };
}

export function decoded(file: RawFile): Decoded {
  return { ...openBytes(file), strange: { cells: 0, line: 0 } };
}

/** A piece of a file's text. */
interface Piece {
  text: string;
  last: boolean;
}

/** The text of bytes. @param isStart they are a file's first, which may begin with a byte-order mark */
export async function* textsOf(
  chunks: AsyncGenerator<Buffer>,
  encoding: string,
  isStart: boolean,
): AsyncGenerator<Piece> {
  const decoder = decoding(encoding);
  let begun = !isStart;
  for await (const chunk of chunks) {
    const text = decoder.write(chunk);
    yield { text: begun ? text : text.replace(/^\uFEFF/, ''), last: false };
    begun = true;
  }
  yield { text: decoder.end(), last: true };
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
 * @param from the line on which the texts begin, and how lines end, where that is known
 */
export async function* readCells(
  file: RawFile,
  layout: Delimited,
  source: { texts: AsyncGenerator<Piece>; strange: Decoded['strange'] },
  from: { line: number; end: '\n' | '\r\n' | '\r' | null } = { line: 1, end: null },
): AsyncGenerator<Row[]> {
  const { quote } = layout;
  let text = '';
  let { line, end } = from;
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
