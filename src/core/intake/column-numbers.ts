import type { ColumnNumbers } from './read-in-shape.js';
import { type AskedReading, type Facts, isMostlyNumbers } from '../codebook/facts.js';
import {
  columnSign,
  type FileSigns,
  fileNumber,
  type NumberReading,
  type NumberSigns,
} from '../codebook/number-signs.js';
import { numberText, numericOf } from '../codebook/numeric.js';
import type { DecimalSign } from '../codebook/read-number.js';

/** How a column's numbers are to be read: as asked, else by what the column shows, else as the file's are. */
export function readingOf(
  signs: NumberSigns,
  { decimal, pairsCount }: FileSigns,
  asked: NumberReading | undefined,
  fallback: DecimalSign,
): NumberReading {
  return asked ?? columnSign(signs, pairsCount) ?? decimal ?? fallback;
}

/** Whether a column holds what another reading would change. */
export function showsSigns({ point, comma, pair, either, readable }: NumberSigns): boolean {
  return point + comma + pair + either + readable['.'] + readable[','] > 0;
}

const opposite = (decimal: DecimalSign): DecimalSign => (decimal === '.' ? ',' : '.');

/** What a column of text would be read as, if that were asked for; null: too little of it looks like numbers. */
function suspected(facts: Facts, { pairsCount }: FileSigns, fallback: DecimalSign): ColumnNumbers | null {
  const numeric = numericOf(facts, pairsCount, fallback);
  if (!numeric) return null;
  const { example, as, decimal } = numeric;
  return { reading: 'plain', example, as: null, other: { reading: decimal, as }, inDoubt: false };
}

/** How a column was read: and whether the analyst asked for it, for this column or for the file. */
export interface ReadAs extends AskedReading {
  /** The decimal sign of the file is as it was found. */
  isFound: boolean;
}

/**
 * What is to be said of the numbers in a column; null: they are written plainly, or there are none.
 * @param facts as they were gathered with this reading
 */
export function columnNumbers(
  facts: Facts,
  file: FileSigns,
  { reading, asked, isFound }: ReadAs,
): ColumnNumbers | null {
  const { signs, written } = facts;
  const { example, either } = signs;
  if (example === null) return null;
  const fallback = reading === 'plain' ? (file.decimal ?? '.') : reading;
  const isRead = isMostlyNumbers(facts) || (asked && facts.numbers > 0);
  if (!isRead || (reading === 'plain' && fileNumber(example, 'plain') === null))
    return suspected(facts, file, fallback);
  const as = fileNumber(example, reading, asked);
  if (as === null || (written === 0 && either === 0)) return null;
  const isEither = either > 0 && columnSign(signs, file.pairsCount) === null;
  const turned: NumberReading = isEither && reading !== 'plain' ? opposite(reading) : 'plain';
  const other = { reading: turned, as: fileNumber(example, turned, asked) };
  return { reading, example, as, other, inDoubt: isEither && file.decimal === null && !asked && isFound };
}

/** What a reading makes of a cell, in words. */
export const sayReading = (example: string, as: number | null) =>
  as === null ? `“${example}” stays text` : `${example} is read as ${numberText(as)}`;

/** The same as a note for the list of columns; null: there is nothing to look at. */
export function sayNumbers({ example, as, other, inDoubt, reading }: ColumnNumbers): string | null {
  if (as === null) return other.as === null ? null : `Looks like numbers: ${example} would be ${numberText(other.as)}.`;
  if (inDoubt && other.as !== null) return `${numberText(as)} or ${numberText(other.as)}? “${example}” fits both.`;
  return String(as) === example || (reading !== ',' && fileNumber(example, 'plain') !== null)
    ? null
    : `${sayReading(example, as)}.`;
}
