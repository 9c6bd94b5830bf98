import { wordsOf } from './words-of.js';

/** Texts with more letters than this are alike only word for word: a letter more or less is no sign in them. */
const LONGEST = 60;

/** Texts with fewer letters are alike only letter for letter: "rat" is not "cat". */
const SHORTEST = 5;

/** Sets that grow together: each place points to one of its set, the first to itself. */
function together(size: number) {
  const parents = Int32Array.from({ length: size }, (_, k) => k);
  const rootOf = (k: number): number => {
    let root = k;
    while (parents[root] !== root) root = parents[root]!;
    // The way is shorter next time.
    for (let at = k; parents[at] !== root;) [at, parents[at]] = [parents[at]!, root];
    return root;
  };
  const join = (a: number, b: number) => {
    const [one, other] = [rootOf(a), rootOf(b)];
    parents[Math.max(one, other)] = Math.min(one, other);
  };
  return { rootOf, join };
}

const DIGIT = /\p{N}/u;

/**
 * Groups answers that say the same but for capitals, signs, accents and spaces, or, where they are of some length, for
 * one slip of the finger: a letter that is another, missing, too much, or changed places with the next. A digit is
 * never a slip. Each text is looked for with each of its letters taken out (Mor and Fraenkel 1982), so that no text is
 * compared with each other.
 * @returns the groups as places of the texts, in the order of their first ones
 * @example alike(['Rats!', 'rats', 'No water', 'No watter']) // [[0, 1], [2, 3]]
 */
export function alike(texts: readonly string[]): number[][] {
  const { rootOf, join } = together(texts.length);
  const keys = texts.map((text) => wordsOf(text).join(' '));
  const placeOf = new Map<string, number>();
  keys.forEach((key, k) => {
    // What has no words, as ":-)", is alike only as it stands.
    const whole = key === '' ? `=${texts[k]!}` : key;
    const first = placeOf.get(whole);
    if (first === undefined) placeOf.set(whole, k);
    else join(first, k);
  });
  /** Texts by what is left of them, and where a letter was. */
  const otherLetter = new Map<string, number>();
  const meet = (key: string, k: number) => {
    const other = placeOf.get(key);
    if (other !== undefined) join(other, k);
  };
  for (const [key, k] of placeOf) {
    if (key.length < SHORTEST || key.length > LONGEST) continue;
    for (let at = 0; at < key.length; at++) {
      if (DIGIT.test(key[at]!)) continue;
      const [before, letter, behind] = [key.slice(0, at), key[at]!, key.slice(at + 1)];
      meet(before + behind, k);
      if (behind !== '') meet(before + behind[0]! + letter + behind.slice(1), k);
      const left = `${at} ${before}${behind}`;
      const other = otherLetter.get(left);
      if (other === undefined) otherLetter.set(left, k);
      else join(other, k);
    }
  }
  const groups = new Map<number, number[]>();
  texts.forEach((_, k) => {
    const root = rootOf(k);
    const group = groups.get(root);
    if (group) group.push(k);
    else groups.set(root, [k]);
  });
  return [...groups.values()];
}
