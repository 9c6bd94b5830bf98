/**
 * One variable's values in memory, a respondent a position.
 * - `coded`: 0 is blank, k > 0 is `codes[k - 1]`.
 * - `number`: NaN is blank.
 * - `sets`: respondent k has the options whose bits are set in the `width` words from `k * width`, 32 options a word,
 *   and a state (`SET_STATE`).
 * - `text`: free text; null is blank.
 */
export type Column =
  | { kind: 'coded'; values: Uint8Array | Uint16Array; codes: readonly string[] }
  | { kind: 'number'; values: Float64Array }
  | { kind: 'sets'; words: Uint32Array; width: number; state: Uint8Array; options: readonly string[] }
  | { kind: 'text'; values: readonly (string | null)[] };

export type CodedColumn = Extract<Column, { kind: 'coded' }>;
export type SetsColumn = Extract<Column, { kind: 'sets' }>;

/** How a respondent stands to a multiple-response question. */
export const SET_STATE = { blank: 0, mentioned: 1, none: 2, nothing: 3 } as const;

/** How many 32-bit words a set of `options` takes. */
export function wordsFor(options: number): number {
  return Math.max(1, Math.ceil(options / 32));
}
