/** The texts of respondents. */
export interface Texts {
  /** What a respondent has; null: nothing. */
  at: (respondent: number) => string | null;
  /** Each different text once, and for each respondent which, from 1; 0: none. Null where they are too many to hold. */
  known: KnownTexts | null;
}

export interface KnownTexts {
  distinct: readonly string[];
  place: Uint8Array | Uint16Array | Int32Array;
}

/**
 * Texts of which each different one is held once.
 * @example knownTexts({ distinct: ['n/a'], place: Uint8Array.of(1, 0) }).at(1) // null
 */
export function knownTexts(known: KnownTexts): Texts {
  const { distinct, place } = known;
  return { at: (k) => distinct[place[k]! - 1] ?? null, known };
}

/**
 * Does something for each respondent with what is worked out once for each different text.
 * @param of what a text comes to; asked in the order in which texts come
 * @example
 * const texts = knownTexts({ distinct: ['a', 'bb'], place: Uint8Array.of(2, 0, 1) });
 * const lengths = [];
 * eachText(texts, 3, (text) => text.length, (length, k) => (lengths[k] = length));
 * lengths; // [2, undefined, 1]
 */
export function eachText<T>(
  { at, known }: Texts,
  respondents: number,
  of: (text: string) => T,
  visit: (result: T, respondent: number) => void,
): void {
  if (!known) {
    for (let k = 0; k < respondents; k++) {
      const text = at(k);
      if (text !== null) visit(of(text), k);
    }
    return;
  }
  const { distinct, place } = known;
  const results: T[] = [];
  const isKnown = new Uint8Array(distinct.length);
  for (let k = 0; k < respondents; k++) {
    const which = place[k]! - 1;
    if (which < 0) continue;
    if (isKnown[which] === 0) {
      results[which] = of(distinct[which]!);
      isKnown[which] = 1;
    }
    visit(results[which]!, k);
  }
}
