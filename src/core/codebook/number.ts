const NUMBER = /^[+-]?(\d+(\.\d*)?|\.\d+)(e[+-]?\d+)?$/i;

/**
 * The number that a piece of text spells with a decimal point, or null. Leading zeros ("007"), which mark an
 * identifier, thousands separators and words are not numbers; nor are whole numbers too long to be kept exactly.
 */
export function parseNumber(text: string): number | null {
  const trimmed = text.trim();
  if (!NUMBER.test(trimmed) || /^[+-]?0\d/.test(trimmed)) return null;
  const value = Number(trimmed);
  if (Math.abs(value) > Number.MAX_SAFE_INTEGER && /^[+-]?\d+$/.test(trimmed)) return null;
  return Number.isFinite(value) ? value : null;
}

/** Codes in the order a person lists them: numbers by value, then text by the alphabet. */
export function compareCodes(a: string, b: string): number {
  const x = parseNumber(a);
  const y = parseNumber(b);
  if (x !== null && y !== null) return x - y;
  if (x !== null) return -1;
  if (y !== null) return 1;
  return a.localeCompare(b, 'en');
}
