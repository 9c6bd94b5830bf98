import { wordsOf } from './words-of.js';

/** An answer that was coded. */
export interface CodedAnswer {
  text: string;
  themes: readonly number[];
}

/** What words of the answers coded so far say of themes. */
export interface WordThemes {
  /** Coded answers by word. */
  answers: ReadonlyMap<string, number>;
  /** Of those, how many have a theme. */
  themes: ReadonlyMap<string, ReadonlyMap<number, number>>;
}

/** A theme that an answer may have, and the words that say so, the strongest first. */
export interface Suggestion {
  theme: number;
  /** The share of the coded answers with the strongest word that have the theme, drawn to nought where they are few. */
  share: number;
  words: string[];
}

/** A word of so few coded answers says nothing. */
const FEWEST = 2;

/** From this share on a word speaks for a theme. */
const SPEAKS = 0.5;

/** So many answers without the theme are thought to have each word besides: a word of few answers says less. */
const DOUBT = 1;

const MOST_WORDS = 3;

/**
 * What the words of coded answers say of themes; each answer counts once for a word.
 * @param small words that say nothing of what answers are about
 */
export function learn(coded: readonly CodedAnswer[], small: ReadonlySet<string>): WordThemes {
  const answers = new Map<string, number>();
  const themes = new Map<string, Map<number, number>>();
  for (const { text, themes: own } of coded)
    for (const word of new Set(wordsOf(text))) {
      if (small.has(word)) continue;
      answers.set(word, (answers.get(word) ?? 0) + 1);
      const ofWord = themes.get(word) ?? new Map<number, number>();
      themes.set(word, ofWord);
      for (const theme of own) ofWord.set(theme, (ofWord.get(theme) ?? 0) + 1);
    }
  return { answers, themes };
}

/**
 * Themes that an answer may have, by its words: those that most of the answers coded so far with one of its words
 * have. The strongest first, each with the words that say so. Nothing is given by it: who codes says yes or no.
 * @example
 * const coded = ['rats in shed', 'rats again', 'no water'].map((text, k) => ({ text, themes: [k < 2 ? 1 : 2] }));
 * suggest(learn(coded, new Set()), 'Rats!'); // [{ theme: 1, share: 2 / 3, words: ['rats'] }]
 */
export function suggest({ answers, themes }: WordThemes, text: string): Suggestion[] {
  const found = new Map<number, { word: string; share: number }[]>();
  for (const word of new Set(wordsOf(text))) {
    const all = answers.get(word) ?? 0;
    if (all < FEWEST) continue;
    for (const [theme, own] of themes.get(word) ?? []) {
      const share = own / (all + DOUBT);
      if (own < FEWEST || share < SPEAKS) continue;
      const words = found.get(theme) ?? [];
      found.set(theme, words);
      words.push({ word, share });
    }
  }
  return [...found]
    .map(([theme, words]): Suggestion => {
      const strongest = [...words].sort((a, b) => b.share - a.share);
      const told = strongest.slice(0, MOST_WORDS).map(({ word }) => word);
      return { theme, share: strongest[0]?.share ?? 0, words: told };
    })
    .sort((a, b) => b.share - a.share || a.theme - b.theme);
}
