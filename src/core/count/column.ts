/**
 * One variable's values in memory, a respondent a position.
 * - `coded`: 0 is blank, k > 0 is `codes[k - 1]`.
 * - `number`: NaN is no number: `wordAt` tells whether it is blank or one of `words`.
 * - `sets`: respondent k has the options whose bits are set in the `width` words from `k * width`, 32 options a word,
 *   and a state (`SET_STATE`).
 * - `text`: free text; null is blank.
 */
export type Column =
  | { kind: 'coded'; values: Uint8Array | Uint16Array; codes: readonly string[] }
  | { kind: 'number'; values: Float64Array; words: readonly string[] }
  | { kind: 'sets'; words: Uint32Array; width: number; state: Uint8Array; options: readonly string[] }
  | { kind: 'text'; values: readonly (string | null)[] };

export type CodedColumn = Extract<Column, { kind: 'coded' }>;
export type SetsColumn = Extract<Column, { kind: 'sets' }>;

/** The lower half of each number's bits: in a NaN it says which, 0 for a blank, k for `words[k - 1]`. */
export function lowBits(values: Float64Array): Uint32Array {
  return new Uint32Array(values.buffer, values.byteOffset, values.length * 2);
}

/** Which of a number column's words stands at `k`, from 1; 0: it is blank. Only where `values[k]` is NaN. */
export function wordAt(low: Uint32Array, k: number): number {
  return low[2 * k]!;
}

/**
 * How a respondent stands to a multiple-response question: left it blank, mentioned something, chose "none of these",
 * answered but ticked nothing, gave a code for no answer, was not asked.
 */
export const SET_STATE = { blank: 0, mentioned: 1, none: 2, nothing: 3, noAnswer: 4, notAsked: 5 } as const;

/** Whether somebody in this state answered the question. */
export const hasAnswered = (state: number): boolean =>
  state === SET_STATE.mentioned || state === SET_STATE.none || state === SET_STATE.nothing;

/** Which options a respondent of a set mentioned, as bits in words. */
export function bitMask(options: readonly string[], wanted: readonly string[], width: number): Uint32Array {
  const mask = new Uint32Array(width);
  options.forEach((option, j) => {
    if (wanted.includes(option)) mask[j >> 5]! |= 1 << (j & 31);
  });
  return mask;
}

/** How many 32-bit words a set of `options` takes. */
export function wordsFor(options: number): number {
  return Math.max(1, Math.ceil(options / 32));
}
