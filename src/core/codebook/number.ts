const NUMBER = /^[+-]?(\d+(\.\d*)?|\.\d+)(e[+-]?\d+)?$/i;

/**
 * The number that a piece of text spells with a decimal point, or null. Leading zeros ("007"), which mark an
 * identifier, thousands separators and words are not numbers; nor are whole numbers too long to be kept exactly.
 * @example parseNumber('-1.5') // -1.5
 */
export function parseNumber(text: string): number | null {
  const trimmed = text.trim();
  if (!NUMBER.test(trimmed) || /^[+-]?0\d/.test(trimmed)) return null;
  const value = Number(trimmed);
  if (Math.abs(value) > Number.MAX_SAFE_INTEGER && /^[+-]?\d+$/.test(trimmed)) return null;
  return Number.isFinite(value) ? value : null;
}

/**
 * The one canonical form of a code: of what spells a whole number that number ("9.0", "9." and "+9" are 9), of all else
 * the text itself: "01" is no number, and "1.10" need not be 1.1. Codes come out of the store in it, and whatever is
 * typed, sent or declared is brought to it, so that 9 and 9.0 are one code in a table, a band, a filter and a recode.
 * @example ['9.0', '+9', '01'].map(canonicalCode) // ['9', '9', '01']
 */
export function canonicalCode(text: string): string {
  const number = parseNumber(text);
  return number === null || !Number.isInteger(number) ? text : String(number === 0 ? 0 : number);
}

/** Codes in their canonical form, each once; of two that are the same the first stands. */
export function canonicalCodes<T extends { code: string }>(codes: readonly T[]): T[] {
  const byCode = new Map<string, T>();
  for (const item of codes) {
    const code = canonicalCode(item.code);
    if (!byCode.has(code)) byCode.set(code, code === item.code ? item : { ...item, code });
  }
  return [...byCode.values()];
}

/** A code with the number that it spells. */
interface Read {
  code: string;
  number: number | null;
}

const read = (code: string): Read => ({ code, number: parseNumber(code) });

function compareRead(a: Read, b: Read): number {
  if (a.number !== null && b.number !== null) return a.number - b.number;
  if (a.number !== null) return -1;
  if (b.number !== null) return 1;
  return a.code.localeCompare(b.code, 'en');
}

/**
 * Codes in the order a person lists them: numbers by value, then text by the alphabet.
 * @example ['10', '9', 'x'].sort(compareCodes) // ['9', '10', 'x']
 */
export const compareCodes = (a: string, b: string): number => compareRead(read(a), read(b));

/**
 * Many codes in that order, each read once.
 * @example sortedCodes(['10', '9', 'x']) // ['9', '10', 'x']
 */
export const sortedCodes = (codes: readonly string[]): string[] =>
  codes
    .map(read)
    .sort(compareRead)
    .map(({ code }) => code);
