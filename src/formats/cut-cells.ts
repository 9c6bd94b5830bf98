import { signPlaces } from './sign-places.js';

/** The bytes that stand between cells, around them, and between rows. */
export interface CutSigns {
  separator: number;
  /** -1: none, every quote is text. */
  quote: number;
  end: '\n' | '\r\n' | '\r';
}

/** Cells that were cut out of some bytes. */
export interface Cuts {
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

/**
 * Cuts bytes into cells: first where all signs stand, then a row at a time from sign to sign. A cell is quoted where a
 * quote stands right at its start; two quotes in it are one of its text. What is written otherwise is left to whoever
 * reads texts.
 * @example
 * const bytes = new TextEncoder().encode('a,"b"\nc\n');
 * const { cuts, look, row } = cellCutter({ separator: 44, quote: 34, end: '\n' });
 * look(bytes, 0, bytes.length); // 5
 * row(0, 0, 5); // 6
 * [...cuts.starts.subarray(0, cuts.cells)]; // [0, 3]
 */
export function cellCutter({ separator, quote, end }: CutSigns) {
  const stop = end === '\n' ? LF : CR;
  const isPair = end === '\r\n';
  const cuts: Cuts = { starts: new Int32Array(0), ends: new Int32Array(0), cells: 0, inside: 0 };
  let bytes = new Uint8Array(0) as Uint8Array;
  let places = new Int32Array(0) as Int32Array;
  let count = 0;
  let next = 0;
  let isPlain = false;

  /** The sign that closes a quoted cell. @param q the sign that opens it @returns `count` where it is not there */
  const closing = (q: number): number => {
    for (q++; q < count; q++) {
      const place = places[q]!;
      const byte = bytes[place]!;
      if (byte === quote) {
        if (bytes[place + 1] !== quote) return q;
        q++;
      } else if (byte === CR || (byte === LF && bytes[place - 1] !== CR)) cuts.inside++;
    }
    return count;
  };

  return {
    cuts,
    /** Looks where the signs stand in a stretch of some bytes. @returns how many there are: cells are no more */
    look: (all: Uint8Array, from: number, to: number): number => {
      bytes = all;
      places = atLeast(places, to - from + 1);
      const around = quote < 0 ? -1 : bytes.indexOf(quote, from);
      isPlain = around < 0 || around >= to;
      count = signPlaces(bytes, from, to, isPlain ? [separator, stop] : [separator, quote, LF, CR], places);
      next = 0;
      cuts.starts = atLeast(cuts.starts, count);
      cuts.ends = atLeast(cuts.ends, count);
      return count;
    },
    /**
     * Cuts the next rows of the stretch, as long as they are without quotes and have so many cells each: as `row` does,
     * but quicker. The first of them is the first of the stretch.
     * @returns how many there are, and where the row behind them begins
     */
    plainRows: (from: number, width: number): { rows: number; at: number } => {
      const { starts, ends } = cuts;
      const [signs, all, most] = [places, bytes, count];
      const step = isPair ? 2 : 1;
      let rows = 0;
      let at = from;
      for (; isPlain && (rows + 1) * width <= most; rows++) {
        const first = rows * width;
        let start = at;
        let odd = 0;
        const final = first + width - 1;
        for (let place = first; place < final; place++) {
          const to = signs[place]!;
          starts[place] = start;
          ends[place] = to;
          start = to + 1;
          odd |= all[to]! ^ separator;
        }
        const last = signs[final]!;
        starts[final] = start;
        ends[final] = last;
        if (odd !== 0 || all[last] !== stop) break;
        if (isPair && all[last + 1] !== LF) break;
        at = last + step;
      }
      next = rows * width;
      return { rows, at };
    },
    /**
     * Cuts the next row of the stretch.
     * @param first the place of its first cell in `starts` and `ends`
     * @param most so many of its cells have a place
     * @returns where the row behind it begins; below 0, one of `UNCUT`
     */
    row: (from: number, first: number, most: number): number => {
      const { starts, ends } = cuts;
      cuts.inside = 0;
      let q = next;
      let at = from;
      for (let cell = 0; q < count; cell++) {
        let start = at;
        let to: number;
        if (places[q] === at && bytes[at] === quote) {
          q = closing(q);
          if (q >= count) return UNCUT.incomplete;
          start++;
          to = places[q++]!;
          if (q < count && places[q] !== to + 1) return UNCUT.astray;
        } else {
          // Other signs are text here, and so is a carriage return by itself where rows end with two signs.
          for (; q < count; q++) {
            const byte = bytes[places[q]!]!;
            if (byte === separator || (byte === stop && (!isPair || bytes[places[q]! + 1] === LF))) break;
          }
          to = places[q]!;
        }
        if (q >= count) return UNCUT.incomplete;
        if (cell < most) {
          starts[first + cell] = start;
          ends[first + cell] = to;
        }
        at = places[q++]! + 1;
        if (bytes[at - 1] === separator) continue;
        cuts.cells = cell + 1;
        if (bytes[at - 1] !== stop) return UNCUT.astray;
        if (isPair) {
          if (at === bytes.length) return UNCUT.incomplete;
          if (bytes[at] !== LF) return UNCUT.astray;
          at++;
          if (q < count && places[q] === at - 1) q++;
        }
        next = q;
        return at;
      }
      return UNCUT.incomplete;
    },
  };
}
