import { maskOf } from '../../count/option-bits.js';
import { type Code, isAnswer } from '../../codebook/types.js';
import type { CodedColumn, SetsColumn } from '../../count/column.js';
import { hasAnswered } from '../../count/set-state.js';
import { codeSpace, giveAll } from '../code-space.js';
import type { Flags } from './shape.js';
import type { MadeVariable } from '../types.js';

export const [YES, NO] = ['1', '0'];

/**
 * What a flag makes of a variable's codes; a missing code stays missing, for its own reason.
 * @example
 * const codes = [
 *   { code: '1', label: 'Yes', missing: null },
 *   { code: '2', label: 'No', missing: null },
 * ];
 * flagged({ yes: 'In', no: 'Out' }, codes).codes.map(({ label }) => label); // ['In', 'Out']
 */
export function flagged(
  { yes, no }: Pick<Flags, 'yes' | 'no'>,
  codes: readonly Code[],
): MadeVariable & { kept: Map<string, string> } {
  const named = new Set([YES, NO]);
  const missing = codes.filter((code) => !isAnswer(code));
  const kept = giveAll(
    codeSpace(named),
    missing.map(({ code }) => ({ code, missing: true })),
    named,
  );
  return {
    level: 'unordered',
    kept,
    codes: [
      { code: YES, label: yes.trim(), missing: null },
      { code: NO, label: no.trim(), missing: null },
      ...missing.map(({ code, label, missing: why }): Code => ({ code: kept.get(code)!, label, missing: why })),
    ],
  };
}

/**
 * Flags who is in, or mentions, one of the categories. @returns the place of each respondent's code, 0 for blank
 * @example
 * const codes = [
 *   { code: '1', label: 'Yes', missing: null },
 *   { code: '2', label: 'No', missing: null },
 * ];
 * const recipe = { kind: 'flags', source: 1, codes: ['2'], yes: 'In', no: 'Out' };
 * const column = { kind: 'coded', values: Uint8Array.of(2, 1, 0), codes: ['1', '2'] };
 * flag(recipe, codes, column).values; // [1, 2, 0]
 */
export function flag(
  recipe: Flags,
  codes: readonly Code[],
  column: CodedColumn | SetsColumn,
): { made: MadeVariable; values: Uint8Array | Uint16Array } {
  const result = flagged(recipe, codes);
  const wanted = new Set(recipe.codes);
  if (column.kind === 'coded') {
    const place = new Map(result.codes.map(({ code }, k) => [code, k + 1]));
    const placeOf = (code: string) => {
      const kept = result.kept.get(code);
      return kept === undefined ? (wanted.has(code) ? 1 : 2) : (place.get(kept) ?? 0);
    };
    const lookup = Uint16Array.from([0, ...column.codes.map(placeOf)]);
    const values =
      result.codes.length < 256 ? new Uint8Array(column.values.length) : new Uint16Array(column.values.length);
    for (let k = 0; k < values.length; k++) values[k] = lookup[column.values[k]!]!;
    return { made: result, values };
  }
  const { words, width, state, options } = column;
  const mask = maskOf(
    options.flatMap((code, place) => (wanted.has(code) ? [place] : [])),
    width,
  );
  const values = new Uint8Array(state.length);
  for (let k = 0; k < state.length; k++) {
    if (!hasAnswered(state[k]!)) continue;
    let respondents = 0;
    for (let w = 0; w < width; w++) respondents |= words[k * width + w]! & mask[w]!;
    values[k] = respondents === 0 ? 2 : 1;
  }
  return { made: result, values };
}
