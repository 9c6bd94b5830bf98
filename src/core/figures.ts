const WHOLE = new Intl.NumberFormat('en', { maximumFractionDigits: 0 });

/** A whole number with its thousands set apart: "2,412". */
export function whole(value: number): string {
  return WHOLE.format(value);
}

/** To make a format takes a hundred times as long as to use it: a table of thousands of figures makes each once. */
const FIXED = new Map<number, Intl.NumberFormat>();

function fixedFormat(decimals: number): Intl.NumberFormat {
  const known = FIXED.get(decimals);
  if (known) return known;
  const format = new Intl.NumberFormat('en', { minimumFractionDigits: decimals, maximumFractionDigits: decimals });
  FIXED.set(decimals, format);
  return format;
}

/**
 * A number with so many decimals, thousands set apart.
 * @example fixed(1234.5, 2) // '1,234.50'
 */
export const fixed = (value: number, decimals: number): string => fixedFormat(decimals).format(value);
