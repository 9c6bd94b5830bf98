import type { Facts } from './facts.js';
import { columnSign, fileNumber } from './number-signs.js';
import type { DecimalSign } from './read-number.js';

/** Cells of text that spell numbers, not all of them plainly. */
export interface Numeric {
  respondents: number;
  /** A cell as it stands, and the number it would be read as. */
  example: string;
  as: number;
  decimal: DecimalSign;
}

/** From this share on, cells that could be numbers are worth a question. */
const WORTH_ASKING = 0.5;
/** A number as it is shown, thousands set apart by commas. */
export const numberText = (value: number) => value.toLocaleString('en', { maximumFractionDigits: 12 });

/**
 * Whether a column of text looks like numbers that are not written plainly: "19,842", "€ 1.204".
 * @param facts of its cells, however their numbers were read
 * @param pairsCount whether "1,5" is a number, and not two codes
 * @param fallback the decimal sign where the column does not show it
 */
export function numericOf(facts: Facts, pairsCount: boolean, fallback: DecimalSign): Numeric | null {
  const { signs, numbers, written, filled } = facts;
  const { example, readable, list } = signs;
  const most = Math.max(readable['.'], readable[',']);
  const respondents = numbers - written + most;
  if (list > 0 || most === 0 || example === null || respondents < WORTH_ASKING * filled) return null;
  const likelier = readable['.'] === readable[','] ? fallback : readable['.'] === most ? '.' : ',';
  const decimal = columnSign(signs, pairsCount) ?? likelier;
  const as = fileNumber(example, decimal, true);
  return as === null ? null : { respondents, example, as, decimal };
}
