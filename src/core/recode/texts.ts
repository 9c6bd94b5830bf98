import { type Alike, alone, another } from './alike.js';

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

function* eachOf(at: Texts['at'], respondents: number): Generator<[number, string]> {
  for (let k = 0; k < respondents; k++) {
    const text = at(k);
    if (text !== null) yield [k, text];
  }
}

/**
 * Respondents put together who have the same text; each by itself where the different texts are too many to hold.
 * @returns of: the text of each group that has one, in the order in which they come; the last group has none
 * @example
 * const { of, times } = textsAlike(knownTexts({ distinct: ['a', 'bb'], place: Uint8Array.of(2, 0, 2, 1) }), 4);
 * [[...of], [...times]]; // [[[1, 'bb'], [0, 'a']], [1, 2, 1]]
 */
export function textsAlike(
  { at, known }: Texts,
  respondents: number,
): { of: Iterable<[group: number, text: string]> } & Pick<Alike, 'times' | 'spread'> {
  if (!known) return { of: eachOf(at, respondents), ...alone([], respondents) };
  const { distinct, place } = known;
  const none = distinct.length;
  const times = new Uint32Array(none + 1);
  const of: [number, string][] = [];
  for (let k = 0; k < respondents; k++) {
    const group = place[k] === 0 ? none : place[k]! - 1;
    if (times[group]!++ === 0 && group < none) of.push([group, distinct[group]!]);
  }
  const spread: Alike['spread'] = (ofGroups, width = 1) => {
    const all = another(ofGroups, respondents * width);
    for (let k = 0; k < respondents; k++) {
      const from = (place[k] === 0 ? none : place[k]! - 1) * width;
      for (let w = 0; w < width; w++) all[k * width + w] = ofGroups[from + w]!;
    }
    return all;
  };
  return { of, times, spread };
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
