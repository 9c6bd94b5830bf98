/**
 * Options of respondents as bits: respondent k has the options whose bits are set in the `width` words from
 * `k * width`, 32 options a word.
 */
export interface OptionBits {
  words: Uint32Array;
  width: number;
}

/**
 * How many 32-bit words a set of `options` takes.
 * @example [wordsFor(1), wordsFor(32), wordsFor(33)] // [1, 1, 2]
 */
export function wordsFor(options: number): number {
  return Math.max(1, Math.ceil(options / 32));
}

/**
 * Gives respondent `k` an option.
 * @example
 * const bits = { words: new Uint32Array(2), width: 1 };
 * setOption(bits, 1, 3);
 * bits.words; // [0, 8]
 */
export function setOption({ words, width }: OptionBits, k: number, option: number): void {
  words[k * width + (option >> 5)]! |= 1 << (option & 31);
}

/**
 * Whether respondent `k` has an option.
 * @example hasOption({ words: Uint32Array.of(0b101), width: 1 }, 0, 2) // true
 */
export function hasOption({ words, width }: OptionBits, k: number, option: number): boolean {
  return ((words[k * width + (option >> 5)]! >>> (option & 31)) & 1) === 1;
}

/**
 * Visits the options of respondent `k`, the first first.
 * @param among bits of the options that are looked at, `width` words; all where there are none
 * @example
 * const options = [];
 * eachOption({ words: Uint32Array.of(0b101), width: 1 }, 0, (option) => options.push(option));
 * options; // [0, 2]
 */
export function eachOption(
  { words, width }: OptionBits,
  k: number,
  visit: (option: number) => void,
  among?: Uint32Array,
): void {
  for (let w = 0; w < width; w++) {
    const word = words[k * width + w]!;
    for (let bits = among ? word & among[w]! : word; bits !== 0; bits &= bits - 1) {
      visit((w << 5) + 31 - Math.clz32(bits & -bits));
    }
  }
}

/**
 * How many options respondent `k` has, of those of `among` where it is given.
 * @example optionsOf({ words: Uint32Array.of(0b101), width: 1 }, 0) // 2
 */
export function optionsOf(bits: OptionBits, k: number, among?: Uint32Array): number {
  let count = 0;
  eachOption(bits, k, () => count++, among);
  return count;
}

/**
 * The bits of some options, as a respondent's would be: `wordsFor` words.
 * @example maskOf([0, 2], 1) // [5]
 */
export function maskOf(options: Iterable<number>, width: number): Uint32Array {
  const words = new Uint32Array(width);
  for (const option of options) setOption({ words, width }, 0, option);
  return words;
}

/**
 * How many respondents have each of so many options.
 * @param times how many each set stands for; absent: one
 * @example mentionsBy({ words: Uint32Array.of(0b101, 0b001), width: 1 }, 3) // [2, 0, 1]
 */
export function mentionsBy({ words, width }: OptionBits, options: number, times?: ArrayLike<number>): number[] {
  const mentioned = new Array<number>(options).fill(0);
  for (let k = 0; k < words.length / width; k++) {
    const respondents = times ? times[k]! : 1;
    eachOption({ words, width }, k, (option) => (mentioned[option]! += respondents));
  }
  return mentioned;
}
