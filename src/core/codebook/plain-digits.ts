/** Up to this many digits a whole number is kept exactly, and so is its quotient by a power of ten. */
const MOST_DIGITS = 15;
const POWERS = Float64Array.from({ length: MOST_DIGITS + 1 }, (_, k) => 10 ** k);

const SPACE = 32;
const MINUS = 45;
const POINT = 46;
const ZERO = 48;

/** How many digits a number that was read has. */
export interface PlainDigits {
  /** Characters, without spaces around them. */
  length: number;
  whole: number;
  /** Behind the point; 0: there is no point. */
  fraction: number;
}

/**
 * Reads numbers out of bytes that are written plainly: digits, with a point among them and a minus before them at most.
 * What it reads, `parseNumber` makes the same number of: both round the exact value once (Clinger 1990, "How to read
 * floating point numbers accurately", the case of small numbers).
 * @example
 * const digits = plainDigits();
 * digits.read(new TextEncoder().encode('-12.50'), 0, 6); // -12.5
 */
export function plainDigits() {
  const digits: PlainDigits & { read: (bytes: Uint8Array, start: number, end: number) => number } = {
    length: 0,
    whole: 0,
    fraction: 0,
    /** @returns NaN for anything that is written otherwise, which need not be no number */
    read: (bytes, start, end) => {
      let [from, to] = [start, end];
      while (from < to && bytes[from] === SPACE) from++;
      while (from < to && bytes[to - 1] === SPACE) to--;
      const negative = from < to && bytes[from] === MINUS;
      const first = negative ? from + 1 : from;
      let point = -1;
      let value = 0;
      for (let at = first; at < to; at++) {
        const digit = bytes[at]! - ZERO;
        if (digit >= 0 && digit <= 9) value = value * 10 + digit;
        else if (bytes[at] === POINT && point < 0) point = at;
        else return NaN;
      }
      const whole = (point < 0 ? to : point) - first;
      const fraction = point < 0 ? 0 : to - point - 1;
      const isOdd = whole === 0 || (point >= 0 && fraction === 0) || whole + fraction > MOST_DIGITS;
      // Zeros before other digits mark an identifier, and the sign of a zero is lost here.
      if (isOdd || (whole > 1 && bytes[first] === ZERO) || (negative && value === 0)) return NaN;
      digits.length = to - from;
      digits.whole = whole;
      digits.fraction = fraction;
      const number = fraction === 0 ? value : value / POWERS[fraction]!;
      return negative ? -number : number;
    },
  };
  return digits;
}
