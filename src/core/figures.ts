/** A whole number with its thousands set apart: "2,412". */
export function whole(value: number): string {
  return value.toLocaleString('en', { maximumFractionDigits: 0 });
}
