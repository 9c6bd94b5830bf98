import { KERNEL_BYTES } from './kernel-bytes.js';

/**
 * What `assembly/kernel.ts` exports. All are places in its memory, in bytes, but for lengths, widths and what is said
 * of each. A width is how many values a column can have; `spare` is the cell of those who are not counted.
 */
interface Loops {
  /** What comes out is cell × width + value, of values and into cells of so many bits; width 0 begins. */
  append8to8: (out: number, cells: number, values: number, length: number, width: number) => void;
  append8to16: (out: number, cells: number, values: number, length: number, width: number) => void;
  append16to16: (out: number, cells: number, values: number, length: number, width: number) => void;
  append8to32: (out: number, cells: number, values: number, length: number, width: number) => void;
  append16to32: (out: number, cells: number, values: number, length: number, width: number) => void;
  /** The same of places of numbers; who has none, -1, is in the spare cell. */
  appendPlaces: (out: number, cells: number, places: number, length: number, width: number, spare: number) => void;
  spare8: (cells: number, mask: number, length: number, spare: number) => void;
  spare16: (cells: number, mask: number, length: number, spare: number) => void;
  spare32: (cells: number, mask: number, length: number, spare: number) => void;
  /** Cells below 4096: into four tables of counters of four bytes, `table` bytes each, that are added up. */
  count16: (cells: number, length: number, counts: number, table: number) => void;
  /**
   * Cells below 128, group × width + value, all of one byte: into 128 by 128 counters of the cells of two respondents
   * in a row.
   */
  countTwos: (groups: number, values: number, length: number, width: number, counts: number) => void;
  /** Adds them up to 128 counters. */
  addTwos: (counts: number, sums: number) => void;
  count32: (cells: number, length: number, counts: number) => void;
  /** Into 32 bytes a cell: the sum of weights, of their squares, and the respondents in four bytes. */
  weigh16: (cells: number, weights: number, length: number, sums: number) => void;
  weigh32: (cells: number, weights: number, length: number, sums: number) => void;
  /** Takes whose weight is not above 0 out of the mask. @returns how many of it */
  keepWeighted: (weights: number, mask: number, length: number, span: number) => number;
  /** Into a table of 16 by 16 in each group, of `size` bytes in all groups, for every two blocks of four options. */
  countSets: (
    words: number,
    width: number,
    state: number,
    groups: number,
    length: number,
    blocks: number,
    tables: number,
    size: number,
  ) => void;
  weighSets: (
    words: number,
    width: number,
    state: number,
    groups: number,
    weights: number,
    length: number,
    blocks: number,
    tables: number,
    size: number,
  ) => void;
  /** Takes whose verdict is not 1 out of the mask, and adds up how many of it had 0, and 2. */
  keepInside: (verdicts: number, mask: number, length: number, tally: number) => void;
  /** A byte of `table` for each value: of one byte and below 16, of one byte, of two. */
  lookUpFew: (values: number, table: number, out: number, length: number) => void;
  lookUp8: (values: number, table: number, out: number, length: number) => void;
  lookUp16: (values: number, table: number, out: number, length: number) => void;
}

/** Respondents whose values are laid into the memory at a time: few enough to stay near the processor. */
export const STRETCH = 32_768;

const PAGE = 65_536;

/** Where a stretch's values are laid, in bytes; tables stand behind. The first page is the module's own. */
export const AT = {
  values: PAGE,
  /** Cells of the groups, to which each row item is appended. */
  groups: PAGE + 8 * STRETCH,
  cells: PAGE + 12 * STRETCH,
  mask: PAGE + 16 * STRETCH,
  state: PAGE + 17 * STRETCH,
  weights: PAGE + 18 * STRETCH,
  /** At most `MOST_WORDS` words of options each. */
  words: PAGE + 26 * STRETCH,
  span: PAGE + 42 * STRETCH,
  tables: PAGE + 42 * STRETCH + 64,
} as const;

/** Words of options a respondent for which there is room. */
export const MOST_WORDS = 4;

/** The loops, and their memory as arrays. */
export interface Kernel {
  loops: Loops;
  bytes: Uint8Array;
  halves: Uint16Array;
  words: Uint32Array;
  counts: Int32Array;
  numbers: Float64Array;
}

let memory: WebAssembly.Memory | null = null;
let loops: Loops | null = null;
let ready: Kernel | null = null;

function instantiate(): WebAssembly.Memory {
  const own = new WebAssembly.Memory({ initial: Math.ceil(AT.tables / PAGE) + 1 });
  const binary = Uint8Array.from(atob(KERNEL_BYTES), (letter) => letter.charCodeAt(0));
  const { exports } = new WebAssembly.Instance(new WebAssembly.Module(binary), { env: { memory: own } });
  // A test compiles the source anew and holds it against these bytes, so the exports are those that are told above.
  loops = exports as unknown as Loops;
  return own;
}

/**
 * The loops with room for `room` bytes of tables, which are all nought.
 * @example kernel(64).counts.length > 16 // true
 */
export function kernel(room: number): Kernel {
  memory ??= instantiate();
  const lacking = AT.tables + room - memory.buffer.byteLength;
  if (lacking > 0) memory.grow(Math.ceil(lacking / PAGE));
  if (ready?.bytes.buffer !== memory.buffer) {
    const { buffer } = memory;
    ready = {
      loops: loops!,
      bytes: new Uint8Array(buffer),
      halves: new Uint16Array(buffer),
      words: new Uint32Array(buffer),
      counts: new Int32Array(buffer),
      numbers: new Float64Array(buffer),
    };
  }
  ready.bytes.fill(0, AT.tables, AT.tables + room);
  return ready;
}
