import { signPlaces } from './sign-places.js';

/** The bytes that stand between cells, around them, and between rows. */
export interface CutSigns {
  separator: number;
  /** -1: none, every quote is text. */
  quote: number;
  end: '\n' | '\r\n' | '\r';
}

/** Cells that were cut out of some bytes. */
interface Cuts {
  /** Where each cell begins and ends, without the quotes around it. */
  starts: Int32Array;
  ends: Int32Array;
  /** Cells of the row that was cut last, those too for which there was no place. */
  cells: number;
  /** Line ends that stand inside its quoted cells. */
  inside: number;
}

/** Why no row was cut: its end is not there; a quote goes astray in it. */
export const UNCUT = { incomplete: -1, astray: -2 } as const;

const LF = 10;
const CR = 13;

/** Room for so many numbers. */
const atLeast = (array: Int32Array, length: number) => (array.length >= length ? array : new Int32Array(length));

/** A stretch of bytes that is being cut. */
export interface Cutter extends Cuts {
  signs: CutSigns;
  bytes: Uint8Array;
  /** Where its signs stand, and how many there are. */
  places: Int32Array;
  count: number;
  /** The first sign of the next row. */
  next: number;
  /** There is no quote in it. */
  isPlain: boolean;
}

/** A cutter that has nothing to cut yet. */
export const cutterOf = (signs: CutSigns): Cutter => ({
  signs,
  starts: new Int32Array(0),
  ends: new Int32Array(0),
  cells: 0,
  inside: 0,
  bytes: new Uint8Array(0),
  places: new Int32Array(0),
  count: 0,
  next: 0,
  isPlain: true,
});

const stopOf = (end: CutSigns['end']) => (end === '\n' ? LF : CR);

/**
 * Looks where the signs stand in a stretch of some bytes, before its rows are cut.
 * @returns how many there are: cells are no more
 */
export function lookAt(cutter: Cutter, bytes: Uint8Array, from: number, to: number): number {
  const { separator, quote, end } = cutter.signs;
  const around = quote < 0 ? -1 : bytes.indexOf(quote, from);
  const isPlain = around < 0 || around >= to;
  const signs = isPlain ? [separator, stopOf(end)] : [separator, quote, LF, CR];
  const places = atLeast(cutter.places, to - from + 1);
  const count = signPlaces(bytes, from, to, signs, places);
  Object.assign(cutter, { bytes, places, count, isPlain, next: 0 });
  cutter.starts = atLeast(cutter.starts, count);
  cutter.ends = atLeast(cutter.ends, count);
  return count;
}

/**
 * Cuts the first rows of the stretch, as long as they are without quotes and have so many cells each: as `cutRow` does,
 * but quicker.
 * @returns how many there are, and where the row behind them begins
 */
export function cutPlainRows(cutter: Cutter, from: number, width: number): { rows: number; at: number } {
  const { signs, starts, ends, places, bytes, count, isPlain } = cutter;
  const { separator } = signs;
  const stop = stopOf(signs.end);
  const isPair = signs.end === '\r\n';
  let rows = 0;
  let at = from;
  for (; isPlain && (rows + 1) * width <= count; rows++) {
    const first = rows * width;
    const final = first + width - 1;
    let start = at;
    let odd = 0;
    for (let place = first; place < final; place++) {
      const to = places[place]!;
      starts[place] = start;
      ends[place] = to;
      start = to + 1;
      odd |= bytes[to]! ^ separator;
    }
    const last = places[final]!;
    starts[final] = start;
    ends[final] = last;
    if (odd !== 0 || bytes[last] !== stop) break;
    if (isPair && bytes[last + 1] !== LF) break;
    at = last + (isPair ? 2 : 1);
  }
  cutter.next = rows * width;
  return { rows, at };
}

/** The sign that closes a quoted cell. @param q the sign that opens it @returns `count` where it is not there */
function closing(cutter: Cutter, q: number): number {
  const { places, bytes, count, signs } = cutter;
  for (q++; q < count; q++) {
    const place = places[q]!;
    const byte = bytes[place]!;
    if (byte === signs.quote) {
      if (bytes[place + 1] !== signs.quote) return q;
      q++;
    } else if (byte === CR || (byte === LF && bytes[place - 1] !== CR)) cutter.inside++;
  }
  return count;
}

/** The sign that ends a cell without quotes: other signs are text in it. @returns `count` where it is not there */
function plainEnd({ places, bytes, count, signs }: Cutter, q: number): number {
  const stop = stopOf(signs.end);
  for (; q < count; q++) {
    const byte = bytes[places[q]!]!;
    if (byte === signs.separator) return q;
    // A carriage return by itself is text where rows end with two signs.
    if (byte === stop && (signs.end !== '\r\n' || bytes[places[q]! + 1] === LF)) return q;
  }
  return count;
}

/**
 * Cuts the next row of the stretch, from sign to sign. A cell is quoted where a quote stands right at its start; two
 * quotes in it are one of its text. What is written otherwise is left to whoever reads texts.
 * @param first the place of its first cell in `starts` and `ends`
 * @param most so many of its cells have a place
 * @returns where the row behind it begins; below 0, one of `UNCUT`
 * @example
 * const bytes = new TextEncoder().encode('a,"b"\nc\n');
 * const cutter = cutterOf({ separator: 44, quote: 34, end: '\n' });
 * lookAt(cutter, bytes, 0, bytes.length); // 5
 * cutRow(cutter, 0, 0, 5); // 6
 * [...cutter.starts.subarray(0, cutter.cells)]; // [0, 3]
 */
export function cutRow(cutter: Cutter, from: number, first: number, most: number): number {
  const { signs, starts, ends, places, bytes, count } = cutter;
  const { separator, quote, end } = signs;
  cutter.inside = 0;
  let q = cutter.next;
  let at = from;
  for (let cell = 0; q < count; cell++) {
    const isQuoted = places[q] === at && bytes[at] === quote;
    q = isQuoted ? closing(cutter, q) : plainEnd(cutter, q);
    if (q >= count) return UNCUT.incomplete;
    if (cell < most) {
      starts[first + cell] = isQuoted ? at + 1 : at;
      ends[first + cell] = places[q]!;
    }
    if (isQuoted) {
      q++;
      if (q >= count) return UNCUT.incomplete;
      if (places[q] !== places[q - 1]! + 1) return UNCUT.astray;
    }
    at = places[q++]! + 1;
    if (bytes[at - 1] === separator) continue;
    cutter.cells = cell + 1;
    if (bytes[at - 1] !== stopOf(end)) return UNCUT.astray;
    if (end === '\r\n') {
      if (at === bytes.length) return UNCUT.incomplete;
      if (bytes[at] !== LF) return UNCUT.astray;
      if (places[q] === at && q < count) q++;
      at++;
    }
    cutter.next = q;
    return at;
  }
  return UNCUT.incomplete;
}
