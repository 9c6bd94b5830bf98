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
 * Whether two texts, neither longer than the other by more than one letter, differ by one slip of the finger: a letter
 * that is another, one too much, or two that changed places. A digit is never a slip.
 */
function isSlip(shorter: string, longer: string): boolean {
  let at = 0;
  while (at < shorter.length && shorter[at] === longer[at]) at++;
  const [own = '', other = ''] = [shorter[at], longer[at]];
  if (DIGIT.test(other)) return false;
  if (longer.length > shorter.length) return longer.slice(at + 1) === shorter.slice(at);
  if (DIGIT.test(own)) return false;
  if (longer.slice(at + 1) === shorter.slice(at + 1)) return true;
  const isTurned = own === longer[at + 1] && other === shorter[at + 1];
  return isTurned && longer.slice(at + 2) === shorter.slice(at + 2);
}

/** Where a text of so many letters is cut in two. */
const cutOf = (letters: number) => Math.floor(letters / 2);

/** Places by a half of their texts. */
type Halves = Map<string, number[]>;

function addTo(halves: Halves, key: string, place: number): void {
  const places = halves.get(key);
  if (places) places.push(place);
  else halves.set(key, [place]);
}

/**
 * Finds the texts that differ by one slip. One slip leaves one half of a text as it is, so that a text is compared only
 * with those that begin or end as it does.
 * @param keys different texts with their places
 * @param join is told of each two
 */
function slips(keys: ReadonlyMap<string, number>, join: (a: number, b: number) => void): void {
  const heads: Halves = new Map();
  const tails: Halves = new Map();
  const texts = [...keys].filter(([key]) => key.length >= SHORTEST && key.length <= LONGEST);
  texts.forEach(([key], k) => {
    const cut = cutOf(key.length);
    addTo(heads, `${key.length} ${key.slice(0, cut)}`, k);
    addTo(tails, `${key.length} ${key.slice(cut)}`, k);
  });
  texts.forEach(([key, place], k) => {
    const meet = (others: readonly number[] = []) => {
      for (const other of others) {
        const [text, own] = texts[other]!;
        if (other !== k && isSlip(text, key)) join(own, place);
      }
    };
    for (const letters of [key.length, key.length - 1]) {
      const cut = cutOf(letters);
      meet(heads.get(`${letters} ${key.slice(0, cut)}`));
      meet(tails.get(`${letters} ${key.slice(key.length - letters + cut)}`));
    }
    // Two letters that changed places across the cut leave no half as it is.
    const cut = cutOf(key.length);
    const turned = key.slice(0, cut - 1) + key[cut]! + key[cut - 1]! + key.slice(cut + 1);
    const other = keys.get(turned);
    if (other !== undefined && other !== place && isSlip(turned, key)) join(other, place);
  });
}

/**
 * Groups answers that say the same but for capitals, signs, accents and spaces, or, where they are of some length, for
 * one slip of the finger: a letter that is another, missing, too much, or changed places with the next.
 * @returns the groups as places of the texts, in the order of their first ones
 * @example alike(['Rats!', 'rats', 'No water', 'No watter']) // [[0, 1], [2, 3]]
 */
export function alike(texts: readonly string[]): number[][] {
  const { rootOf, join } = together(texts.length);
  const placeOf = new Map<string, number>();
  texts.forEach((text, k) => {
    const words = wordsOf(text).join(' ');
    // What has no words, as ":-)", is alike only as it stands.
    const key = words === '' ? `=${text}` : words;
    const first = placeOf.get(key);
    if (first === undefined) placeOf.set(key, k);
    else join(first, k);
  });
  slips(placeOf, join);
  const groups = new Map<number, number[]>();
  texts.forEach((_, k) => {
    const root = rootOf(k);
    const group = groups.get(root);
    if (group) group.push(k);
    else groups.set(root, [k]);
  });
  return [...groups.values()];
}
