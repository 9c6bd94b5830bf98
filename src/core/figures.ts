const WHOLE = new Intl.NumberFormat('en', { maximumFractionDigits: 0 });

/** A whole number with its thousands set apart: "2,412". */
export function whole(value: number): string {
  return WHOLE.format(value);
}
