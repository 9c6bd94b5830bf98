import type { SizeWord } from '../study/settings-shape.js';
import { capital } from './words.js';

/** Words for size, the smallest first; the first begins at 0. */
export type SizeWords = readonly SizeWord[];

/** Cohen's (1988) limits on a correlation's scale: .1 small, .3 medium, .5 large. */
export const SIZE_WORDS: SizeWords = [
  { least: 0, word: 'very weak' },
  { least: 0.1, word: 'weak' },
  { least: 0.3, word: 'moderate' },
  { least: 0.5, word: 'strong' },
];

/** The word for a value on a correlation's scale: phi, w, tau-b, eta. */
export function sizeWord(value: number, words: SizeWords = SIZE_WORDS): string {
  const size = Math.abs(value);
  return [...words].reverse().find(({ least }) => size >= least)?.word ?? words[0]?.word ?? '';
}

/** A value on a correlation's scale with its interval; null ends where there is none. */
export interface Size {
  /** "φ", "w", "τb", "η". */
  symbol: string;
  value: number;
  lower: number | null;
  upper: number | null;
}

const sentence = (text: string) => `${capital(text)}.`;

/** A size in words; where the interval reaches into another word, both are said, the weakest first. */
export function sizeVerdict(size: Size | null, words: SizeWords = SIZE_WORDS): string {
  if (!size) return 'Cannot be said.';
  const { value, lower, upper } = size;
  const word = sizeWord(value, words);
  if (lower === null || upper === null) return sentence(word);
  const near = lower > 0 === upper > 0 ? Math.min(Math.abs(lower), Math.abs(upper)) : 0;
  const least = sizeWord(near, words);
  return sentence(least === word ? word : `${least} to ${word}`);
}

/** Why a set of words for size cannot be; null where it can. */
export function whyNoSizeWords(words: SizeWords): string | null {
  if (words.length < 2) return 'Give two words or more.';
  if (words[0]?.least !== 0) return 'The first word begins at 0.';
  const disorder = words.findIndex(({ least }, k) => k > 0 && !(least > (words[k - 1]?.least ?? 0)));
  if (disorder > 0) return `“${words[disorder]?.word ?? ''}” begins no higher than the word before it.`;
  if (words.some(({ least }) => !(least < 1))) return 'Every word begins below 1, the most that a correlation can be.';
  const empty = words.findIndex(({ word }) => word.trim() === '');
  return empty < 0 ? null : `Word ${empty + 1} is empty.`;
}
