const LOW = 0x7f7f7f7f;
const HIGH = 0x80808080 | 0;
/** Words are taken out of bytes lowest byte first; there are machines that do not. */
const isLowFirst = new Uint8Array(Uint32Array.of(1).buffer)[0] === 1;

/** The high bit of each byte of a word that is 0 (Warren 2013, "Hacker's Delight", 6-1). */
const zeros = (word: number): number => ~(((word & LOW) + LOW) | word) & HIGH;

const repeated = (byte: number): number => Math.imul(byte, 0x01010101);

/** Puts the places of the bytes of a word that are marked behind the others. @returns how many there are then */
function put(into: Int32Array, before: number, at: number, marks: number): number {
  let count = before;
  into[count] = at;
  count += (marks >>> 7) & 1;
  into[count] = at + 1;
  count += (marks >>> 15) & 1;
  into[count] = at + 2;
  count += (marks >>> 23) & 1;
  into[count] = at + 3;
  return count + (marks >>> 31);
}

/** Where signs stand in a few bytes. @param count places that are there already @returns how many there are then */
function oneByOne(
  bytes: Uint8Array,
  from: number,
  to: number,
  signs: readonly number[],
  into: Int32Array,
  count: number,
): number {
  for (let at = from; at < to; at++) if (signs.includes(bytes[at]!)) into[count++] = at;
  return count;
}

/**
 * Where some bytes stand, one after the other. Four bytes are looked at at a time, and there is no branch in the loop:
 * whether the next byte is a sign cannot be foreseen, and a processor that guesses wrong loses more than the loop
 * takes.
 * @param signs two of them, or four
 * @param into room for one more than there are bytes
 * @returns how many there are
 * @example
 * const into = new Int32Array(8);
 * signPlaces(new TextEncoder().encode('a,b;c'), 0, 5, [44, 59], into); // 2
 * [...into.subarray(0, 2)]; // [1, 3]
 */
export function signPlaces(
  bytes: Uint8Array,
  from: number,
  to: number,
  signs: readonly number[],
  into: Int32Array,
): number {
  const begin = Math.min(to, from + (-(bytes.byteOffset + from) & 3));
  const words = isLowFirst ? (to - begin) >> 2 : 0;
  if (words === 0) return oneByOne(bytes, from, to, signs, into, 0);
  const view = new Int32Array(bytes.buffer, bytes.byteOffset + begin, words);
  const a = repeated(signs[0]!);
  const b = repeated(signs[1]!);
  const c = repeated(signs[2] ?? signs[0]!);
  const d = repeated(signs[3] ?? signs[1]!);
  let count = oneByOne(bytes, from, begin, signs, into, 0);
  // Two loops: with a question in it, the loop takes three times as long.
  if (signs.length === 2)
    for (let w = 0, at = begin; w < words; w++, at += 4) {
      const word = view[w]!;
      count = put(into, count, at, zeros(word ^ a) | zeros(word ^ b));
    }
  else
    for (let w = 0, at = begin; w < words; w++, at += 4) {
      const word = view[w]!;
      count = put(into, count, at, zeros(word ^ a) | zeros(word ^ b) | zeros(word ^ c) | zeros(word ^ d));
    }
  return oneByOne(bytes, begin + words * 4, to, signs, into, count);
}
