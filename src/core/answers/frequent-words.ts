import { wordsOf } from './words-of.js';

/** A word, or two that stand side by side, with the answers that have it. */
export interface FrequentWord {
  word: string;
  answers: number;
}

/** A letter or a digit alone says nothing; in scripts that write a word in one sign it is a word all the same. */
const SINGLE = /^[\p{Script=Latin}\p{N}]$/u;

/** A word that so large a share of the answers has is one of the language, and says nothing of them. */
const EVERYWHERE = 0.3;

/** Fewer answers are no frequency. */
const FEWEST = 2;

/** Of answers fewer than this none is so common that it says nothing. */
const FEW_ANSWERS = 20;

/**
 * The words, and pairs of words side by side, that most answers have, the most frequent first. A pair takes the place
 * of a word that hardly stands without it.
 * @param small words that say nothing of what answers are about
 * @param most how many of them
 * @example frequentWords(['rats again', 'rats', 'no water'], new Set(), 1) // [{ word: 'rats', answers: 2 }]
 */
export function frequentWords(texts: readonly string[], small: ReadonlySet<string>, most: number): FrequentWord[] {
  const isSmall = (word: string) => small.has(word) || SINGLE.test(word);
  const counts = new Map<string, number>();
  for (const text of texts) {
    const words = wordsOf(text);
    const own = new Set<string>();
    words.forEach((word, k) => {
      const next = words[k + 1];
      if (isSmall(word)) return;
      own.add(word);
      if (next !== undefined && !isSmall(next)) own.add(`${word} ${next}`);
    });
    for (const word of own) counts.set(word, (counts.get(word) ?? 0) + 1);
  }
  const top = texts.length < FEW_ANSWERS ? Infinity : EVERYWHERE * texts.length;
  const frequent = [...counts].filter(([, answers]) => answers >= FEWEST && answers <= top);
  const pairs = frequent.filter(([word]) => word.includes(' '));
  const inPair = new Set(
    pairs.flatMap(([pair, answers]) => pair.split(' ').filter((word) => counts.get(word) === answers)),
  );
  return frequent
    .filter(([word]) => !inPair.has(word))
    .sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1))
    .slice(0, most)
    .map(([word, answers]) => ({ word, answers }));
}
