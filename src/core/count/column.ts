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

/**
 * The lower half of each number's bits: in a NaN it says which, 0 for a blank, k for `words[k - 1]`.
 * @example wordAt(lowBits(Float64Array.of(NaN, 7)), 0) // 0
 */
export function lowBits(values: Float64Array): Uint32Array {
  return new Uint32Array(values.buffer, values.byteOffset, values.length * 2);
}

/**
 * Which of a number column's words stands at `k`, from 1; 0: it is blank. Only where `values[k]` is NaN.
 * @example wordAt(Uint32Array.of(2, 0x7ff80000), 0) // 2
 */
export function wordAt(low: Uint32Array, k: number): number {
  return low[2 * k]!;
}
