import {
  ara,
  ces,
  dan,
  deu,
  ell,
  eng,
  fin,
  fra,
  hun,
  ita,
  nld,
  nob,
  pol,
  por,
  ron,
  rus,
  spa,
  swe,
  tur,
  ukr,
} from 'stopword';
import { plain, wordsOf } from './words-of.js';

const LISTS = [eng, deu, fra, spa, por, ita, nld, swe, nob, dan, fin, pol, ces, hun, ron, ell, rus, ukr, tur, ara];

/** So many answers are enough to know their language. */
const READ = 500;

/** Of a text in a language at least this share of the words is small. */
const LEAST = 0.15;

const NONE: ReadonlySet<string> = new Set();

/**
 * The small words of the language in which answers are written ("and", "would"): those that carry its grammar and say
 * nothing of what the answers are about. The language is the one of which most words are there.
 * @returns in small letters and without accents; none where no language is known
 * @example smallWordsOf(['The rats are back', 'Rats in the shed']).has('the') // true
 */
export function smallWordsOf(texts: readonly string[]): ReadonlySet<string> {
  const step = Math.max(1, Math.floor(texts.length / READ));
  const words = texts.filter((_, k) => k % step === 0).flatMap(wordsOf);
  let best = { small: NONE, share: LEAST };
  for (const list of LISTS) {
    const small = new Set(list.map(plain));
    const share = words.filter((word) => small.has(word)).length / Math.max(1, words.length);
    if (share > best.share) best = { small, share };
  }
  return best.small;
}
