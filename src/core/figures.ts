const WHOLE = new Intl.NumberFormat('en', { maximumFractionDigits: 0 });

/** A whole number with its thousands set apart: "2,412". */
export function whole(value: number): string {
  return WHOLE.format(value);
}

/**
 * A number with so many decimals, thousands set apart.
 * @example fixed(1234.5, 2) // '1,234.50'
 */
export const fixed = (value: number, decimals: number): string =>
  value.toLocaleString('en', { minimumFractionDigits: decimals, maximumFractionDigits: decimals });
