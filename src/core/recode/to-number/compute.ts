import type { Code, MissingReason } from '../../codebook/types.js';
import { canonicalCode } from '../../codebook/number.js';
import { MOST_EXCEPTIONS } from '../../codebook/facts.js';
import { readNumber } from '../../codebook/read-number.js';
import { type Exception, type ToNumber } from './shape.js';
import type { Alike } from '../alike.js';
import { type Texts, textsAlike } from '../texts.js';
import type { MadeVariable } from '../types.js';

/** What texts are called together that are more than can be exceptions. */
const REST = '(other text)';

/** What a text becomes: a number, a word that is no answer, or a word that nobody has decided on. */
export type Outcome = { is: 'number'; number: number } | { is: 'missing'; missing: MissingReason } | { is: 'left' };

export interface Tally {
  respondents: number;
  outcome: Outcome;
}

export interface Converted {
  /** Of groups of respondents who have the same text; NaN: no number. */
  values: Float64Array;
  groups: Pick<Alike, 'times' | 'spread'>;
  /** Of those without a number: 0 blank, k the word at k - 1. */
  wordOf: Uint32Array;
  words: string[];
  /** Texts that spell no number, with their respondents. */
  exceptions: Map<string, Tally>;
  /** Respondents whose text spells a number, without those whose number is a missing code. */
  numbers: number;
  /** Numbers that are codes for no answer, as the source says, with their respondents. */
  coded: Map<string, Tally>;
  blank: number;
  respondents: number;
  /** Respondents who have a number in the result. */
  made: number;
}

const decided = (exception: Exception): Outcome =>
  exception.is === 'number'
    ? { is: 'number', number: exception.number }
    : { is: 'missing', missing: exception.missing };

/** What one text comes to, wherever it stands. */
interface Reading {
  /** NaN: no number. */
  value: number;
  /** Of a text that is no number: 0 blank, k the word at k - 1. */
  word: number;
  /** Where its respondents are told; null: as those with a number. */
  tally: Tally | null;
}

/** Tells respondents by text, those past a number of texts together. */
function tallies() {
  const all = new Map<string, Tally>();
  return {
    all,
    of: (text: string, outcome: Outcome): Tally => {
      const tally = all.get(text) ?? { respondents: 0, outcome };
      all.set(text, tally);
      return tally;
    },
  };
}

/**
 * Says what a text comes to. Words are numbered, and texts that are no numbers told, in the order in which they come.
 * @param missing codes of the source that are no answers
 */
export function numberReader(recipe: ToNumber, missing: readonly Code[]) {
  const places = new Map<string, number>();
  const exceptions = tallies();
  const coded = tallies();
  const decisions = new Map(recipe.exceptions.map((exception) => [exception.text, decided(exception)]));
  const declared = new Map(
    missing.flatMap((code) => (code.missing === null ? [] : [[canonicalCode(code.code), code.missing] as const])),
  );
  const place = (word: string): number => {
    const number = places.get(word);
    if (number !== undefined) return number;
    const name = places.size < MOST_EXCEPTIONS ? word : REST;
    const at = places.get(name) ?? places.size + 1;
    places.set(name, at);
    return at;
  };
  const read = (text: string): Reading => {
    const reason = declared.get(canonicalCode(text));
    const spelled = readNumber(text, recipe.decimal);
    const choice = decisions.get(text) ?? (reason === undefined ? null : { is: 'missing' as const, missing: reason });
    if (choice === null && spelled !== null) return { value: spelled, word: 0, tally: null };
    const outcome: Outcome = choice ?? { is: 'left' };
    if (spelled !== null && outcome.is === 'missing' && canonicalCode(text) === String(spelled)) {
      // A number that is no answer stays a number, and the codebook of the result says what it is. What only looks like
      // one ("99%") stays a word: as the number 99 it could not be told from an answer.
      return { value: spelled, word: 0, tally: coded.of(String(spelled), outcome) };
    }
    const isNumber = outcome.is === 'number';
    const { all } = exceptions;
    return {
      value: isNumber ? outcome.number : NaN,
      word: isNumber ? 0 : place(text),
      tally: exceptions.of(all.size < MOST_EXCEPTIONS || all.has(text) ? text : REST, outcome),
    };
  };
  return { read, words: () => [...places.keys()], exceptions: exceptions.all, coded: coded.all };
}

/**
 * Reads texts as numbers, each different one once. What is no number, and is not decided on, becomes no answer and is
 * told. A code that the source declares missing stays so, unless it is decided on.
 * @param missing codes of the source that are no answers
 * @example
 * const recipe = { kind: 'number', source: 1, decimal: ',', exceptions: [] };
 * const texts = knownTexts({ distinct: ['12,5', '1.204'], place: Uint8Array.of(1, 2, 0) });
 * toNumber(recipe, texts, [], 3).values; // [12.5, 1204, NaN]
 */
export function toNumber(recipe: ToNumber, texts: Texts, missing: readonly Code[], respondents: number): Converted {
  const { of, times, spread } = textsAlike(texts, respondents);
  const values = new Float64Array(times.length).fill(NaN);
  const wordOf = new Uint32Array(times.length);
  const { read, words, exceptions, coded } = numberReader(recipe, missing);
  let [numbers, filled, made] = [0, 0, 0];
  for (const [group, text] of of) {
    const people = times[group]!;
    const { value, word, tally } = read(text);
    filled += people;
    values[group] = value;
    wordOf[group] = word;
    if (tally) tally.respondents += people;
    else numbers += people;
  }
  values.forEach((value, group) => (made += Number.isNaN(value) ? 0 : times[group]!));
  return {
    values,
    wordOf,
    groups: { times, spread },
    words: words(),
    exceptions,
    numbers,
    coded,
    blank: respondents - filled,
    respondents,
    made,
  };
}

/** The level and codes of what a conversion makes: a number, and the words and codes in it that are no answers. */
export function madeNumber(result: Pick<Converted, 'exceptions' | 'coded'>, source: readonly Code[]): MadeVariable {
  const labels = new Map(source.map(({ code, label }) => [code, label]));
  const codes = [...result.coded, ...result.exceptions].flatMap(([text, { outcome }]): Code[] =>
    outcome.is === 'missing' ? [{ code: text, label: labels.get(text) ?? text, missing: outcome.missing }] : [],
  );
  return { level: 'number', codes };
}
