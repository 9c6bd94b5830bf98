import { isAscii, isUtf8 } from 'node:buffer';
import iconv from 'iconv-lite';
import type { Delimited } from '../core/intake/layout.js';
import type { RawFile } from './bytes.js';
import { cutPlainRows, cutRow, cutterOf, type CutSigns, lookAt, UNCUT } from './cut-cells.js';
import { type Decoded, lineEnd, readCells, textsOf } from './delimited-text.js';
import type { CellBlock, Row } from './rows.js';

/** So many bytes are cut at once: what is known of their cells stays near the processor. */
const WINDOW = 128 * 1024;
/** From a row on that has other than one cell for each column, so many come as rows. */
const ROWS_APART = 256;
/** A row of more bytes than this is left to whoever reads texts: it may have no end. */
const LONGEST = 4 * 1024 * 1024;

const TAB = 9;
const RETURN = 13;
const SPACE = 32;
const ASCII = 127;

const REPLACEMENT = Buffer.from('\uFFFD');
const MARK = Buffer.from('\uFEFF');

/** Encodings in which each byte is a character, and those of ASCII are the same. */
const SINGLE = /^(windows-125\d|iso-8859-\d+|macroman|cp850|koi8-r)$/;

/** How bytes of an encoding become text. */
interface ByteText {
  /** Whether each byte is part of a character. */
  isClean: (bytes: Buffer) => boolean;
  text: (bytes: Buffer, start: number, end: number) => string;
}

function has(bytes: Uint8Array, wanted: readonly boolean[]): boolean {
  for (let at = 0; at < bytes.length; at++) if (wanted[bytes[at]!]) return true;
  return false;
}

function byteText(encoding: string): ByteText | null {
  if (encoding === 'utf-8')
    return {
      isClean: (bytes) => isUtf8(bytes) && !bytes.includes(REPLACEMENT),
      text: (bytes, start, end) => bytes.toString('utf8', start, end),
    };
  if (!SINGLE.test(encoding)) return null;
  const strange = Array.from({ length: 256 }, (_, byte) => iconv.decode(Buffer.of(byte), encoding) === '\uFFFD');
  return {
    isClean: strange.includes(true) ? (bytes) => !has(bytes, strange) : () => true,
    text: (bytes, start, end) => iconv.decode(bytes.subarray(start, end), encoding),
  };
}

/** The bytes of a layout's signs; null where one of them is no byte. */
function signsOf({ separator, quote }: Delimited): Omit<CutSigns, 'end'> | null {
  const bytes = [separator, quote].map((sign) => (sign === '' ? -1 : sign.charCodeAt(0)));
  const [between = -1, around = -1] = bytes;
  const plain = bytes.every((byte) => byte < 128 && byte !== 10 && byte !== 13) && between !== 34 && between !== around;
  return plain && between >= 0 ? { separator: between, quote: around } : null;
}

/** Whether the cells of a file can be read from its bytes, as long as nothing odd stands in them. */
export const readsBytes = (layout: Delimited): boolean =>
  !layout.picks && signsOf(layout) !== null && byteText(layout.encoding) !== null;

/** Where a row begins. */
interface Place {
  at: number;
  line: number;
}

const isSpace = (byte: number) => byte === SPACE || (byte >= TAB && byte <= RETURN);

/** What a row is that has one cell: nothing, or one that its text tells more of; null: one cell of one column. */
function oddCell(cell: Uint8Array, width: number): 'blank' | 'wide' | null {
  const ink = cell.findIndex((byte) => !isSpace(byte));
  if (ink < 0) return 'blank';
  // It may be white space of other letters.
  return width !== 1 || cell[ink]! > ASCII ? 'wide' : null;
}

/**
 * Cuts the whole rows of some bytes. Reads what can be read; what is odd is told.
 * @param width columns
 */
function blockReader(signs: CutSigns, { isClean, text }: ByteText, width: number) {
  const cuts = cutterOf(signs);
  const quote = signs.quote < 0 ? '' : String.fromCharCode(signs.quote);
  /** What a cell holds. */
  const reader = (bytes: Buffer, ascii: boolean) => (place: number) => {
    const [start, end] = [cuts.starts[place]!, cuts.ends[place]!];
    const plain = ascii ? bytes.toString('latin1', start, end) : text(bytes, start, end);
    const isQuoted = start > 0 && bytes[start - 1] === signs.quote;
    return isQuoted ? plain.replaceAll(quote + quote, quote) : plain;
  };
  const oddRow = (bytes: Buffer, place: number) =>
    cuts.cells === 1 ? oddCell(bytes.subarray(cuts.starts[place], cuts.ends[place]), width) : 'wide';

  /** Rows of any width, one by one. */
  function* apart(bytes: Buffer, from: number, to: number, line: number): Generator<Row[], Place> {
    const rows: Row[] = [];
    const read = reader(bytes, false);
    const most = lookAt(cuts, bytes, from, to);
    let at = from;
    while (rows.length < ROWS_APART) {
      const next = cutRow(cuts, at, 0, most);
      if (next < 0 || !isClean(bytes.subarray(at, next))) break;
      const cells = Array.from({ length: cuts.cells }, (_, place) => read(place));
      if (cells.length > 1 || cells[0]?.trim() !== '') rows.push({ line, cells });
      line += 1 + cuts.inside;
      at = next;
    }
    if (rows.length > 0) yield rows;
    return { at, line };
  }

  /** @returns where the first row begins that is not whole, or that is odd where `odd` is set */
  return function* whole(
    bytes: Buffer,
    firstLine: number,
  ): Generator<readonly Row[] | CellBlock, Place & { odd: boolean }> {
    let [at, line] = [0, firstLine];
    let window = WINDOW;
    while (at < bytes.length) {
      const [from, fromLine] = [at, line];
      const to = Math.min(bytes.length, from + window);
      const most = lookAt(cuts, bytes, from, to);
      let rows: number;
      ({ rows, at } = width > 1 ? cutPlainRows(cuts, from, width) : { rows: 0, at });
      line += rows;
      let next = 0;
      let odd: ReturnType<typeof oddRow> = null;
      while ((rows + 1) * width <= most) {
        const place = rows * width;
        next = cutRow(cuts, at, place, width);
        if (next < 0) break;
        odd = cuts.cells !== width || width === 1 ? oddRow(bytes, place) : null;
        if (odd === 'wide') break;
        if (odd === null) rows++;
        line += 1 + cuts.inside;
        at = next;
      }
      const region = bytes.subarray(from, at);
      const ascii = isAscii(region);
      if (!ascii && !isClean(region)) return { at: from, line: fromLine, odd: true };
      const { starts, ends } = cuts;
      if (rows > 0) yield { bytes, rows, width, starts, ends, quote, text: reader(bytes, ascii) };
      if (odd === 'wide') {
        const stop: Place = yield* apart(bytes, at, to, line);
        if (stop.at === at) return { ...stop, odd: true };
        ({ at, line } = stop);
      } else if (next === UNCUT.astray) return { at, line, odd: true };
      else if (at > from) window = WINDOW;
      else if (to === bytes.length) return { at, line, odd: to - at > LONGEST };
      else window *= 2;
    }
    return { at, line, odd: false };
  };
}

/** Some bytes, and what comes behind them. */
async function* behind(bytes: Buffer, chunks: AsyncGenerator<Buffer>): AsyncGenerator<Buffer> {
  yield bytes;
  yield* chunks;
}

/**
 * Rows of a file, the heading too, read from its bytes; from where something odd stands on (a quote astray, bytes of no
 * character) they are read from its text, as `readCells` does. Both give the same cells.
 * @param width columns
 */
export async function* readBlocks(
  file: RawFile,
  layout: Delimited,
  width: number,
  source: Decoded,
): AsyncGenerator<readonly Row[] | CellBlock> {
  const signs = signsOf(layout);
  const bytes = byteText(layout.encoding);
  if (!signs || !bytes) throw new Error('these cells cannot be read from their bytes');
  const { chunks, strange } = source;
  let read: ReturnType<typeof blockReader> | null = null;
  let end: CutSigns['end'] = '\n';
  let rest: Buffer = Buffer.alloc(0);
  let line = 1;
  try {
    for (let last = false; !last;) {
      const next = await chunks.next();
      last = next.done === true;
      const isFirst = read === null;
      let piece: Buffer = next.done ? rest : rest.length === 0 ? next.value : Buffer.concat([rest, next.value]);
      if (isFirst) {
        if (layout.encoding === 'utf-8' && piece.subarray(0, MARK.length).equals(MARK))
          piece = piece.subarray(MARK.length);
        end = lineEnd(piece.toString('latin1'));
      }
      read ??= blockReader({ ...signs, end }, bytes, width);
      // A last row with nothing in it, not even an end, is none.
      if (last && !/\S/.test(bytes.text(piece, 0, piece.length))) return;
      // The last row need not have an end.
      const given = last ? Buffer.concat([piece, Buffer.from(end)]) : piece;
      const stop = yield* read(given, line);
      rest = piece.subarray(stop.at);
      line = stop.line;
      if (!stop.odd && !(last && rest.length > 0)) continue;
      const texts = textsOf(behind(rest, chunks), layout.encoding, false);
      yield* readCells(file, layout, { texts, strange }, { line, end });
      return;
    }
  } finally {
    await chunks.return(undefined);
  }
}
