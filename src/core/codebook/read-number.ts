/** What stands before the fraction of a number. */
export type DecimalSign = '.' | ',';

/** Signs that may stand around a number: currencies, percent, spaces of any width. */
const AROUND = /^[\s\p{Sc}%]+|[\s\p{Sc}%]+$/gu;
/** Groups of three set apart by one and the same sign; a number does not begin with a group of 0. */
const THOUSANDS: Record<DecimalSign, RegExp> = {
  '.': /^[1-9]\d{0,2}(?:([,'’\s])\d{3})(?:\1\d{3})*(?=\.|$)/u,
  ',': /^[1-9]\d{0,2}(?:([.'’\s])\d{3})(?:\1\d{3})*(?=,|$)/u,
};
const PLAIN = /^(\d+(\.\d*)?|\.\d+)(e[+-]?\d+)?$/i;

/**
 * The number that a text spells as people write them: with a currency or a percent sign around it, thousands set
 * apart, a sign of its own. Null: it spells none, or could be read in two ways.
 * @param decimal what stands before the fraction
 * @example readNumber('€ 1.204,50', ',') // 1204.5
 */
export function readNumber(text: string, decimal: DecimalSign): number | null {
  const [, sign = '', rest = ''] = /^([+\-−]?)(.*)$/su.exec(text.replace(AROUND, '')) ?? [];
  const bare = rest.replace(AROUND, '');
  const [thousands] = THOUSANDS[decimal].exec(bare) ?? [];
  const joined = thousands === undefined ? bare : thousands.replace(/\D/gu, '') + bare.slice(thousands.length);
  const plain = decimal === ',' ? joined.replace(/\./gu, ' ').replace(',', '.') : joined;
  if (!PLAIN.test(plain)) return null;
  const value = Number(plain);
  if (!Number.isFinite(value)) return null;
  return sign === '-' || sign === '−' ? -value : value;
}
