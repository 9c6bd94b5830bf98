import { isAnswer, titleOf, type Variable } from '../codebook/types.js';
import { BATTERY_WORDS, SUMMARY_WORDS } from './say-sentence.js';

/** What can stand in a sentence from one place to another. */
export interface Completion {
  /** Between these places of the text it takes the place of what stands there. */
  from: number;
  to: number;
  text: string;
  /** What it is: "ordered · 5", "category of Site", "word". */
  kind: 'variable' | 'category' | 'word';
  /** The variable that it is, or is of. */
  variable: number | null;
}

const MOST = 8;

/** Words after which a variable is named, the longer first. */
const BEFORE_NOUNS = [
  `${SUMMARY_WORDS.toLowerCase()} `,
  ...['weighted by', 'only where', 'split by', 'within', 'not', 'and', 'or', 'by'].map((word) => `${word} `),
  ', ',
  ',',
  '(',
];

/** Words that can follow a variable. */
const FOLLOWING = ['by', 'and', 'split by', 'within', 'only where', 'weighted by'] as const;
/** The same behind a variable on which a condition is made. */
const OF_CODES = ['is', 'is not'] as const;
const OF_OPTIONS = ['mentions', 'does not mention', 'mentions at least'] as const;
const OF_NUMBERS = ['and over', 'to', 'up to'] as const;

const low = (text: string) => text.toLocaleLowerCase('en');

/** The places at which a noun can begin, the first of the text first. */
function beginnings(text: string): number[] {
  const folded = low(text);
  const places = new Set([0]);
  for (const word of BEFORE_NOUNS) {
    const isWord = /\w/.test(word);
    for (let at = folded.indexOf(word); at >= 0; at = folded.indexOf(word, at + 1)) {
      if (isWord && at > 0 && !/[\s,(]/.test(folded[at - 1] ?? ' ')) continue;
      places.add(at + word.length + (/^\s*/.exec(text.slice(at + word.length))?.[0].length ?? 0));
    }
  }
  return [...places].filter((place) => place <= text.length).sort((a, b) => a - b);
}

type PartOfSentence = 'rows' | 'by' | 'within' | 'only where' | 'weighted by';

/** How each part begins; what weights is no grouping. */
const PART_WORDS: readonly (readonly [PartOfSentence, RegExp])[] = [
  ['by', /(?:^|(?<!weighted)[\s,])by\s/gi],
  ['within', /(?:^|[\s,])within\s/gi],
  ['only where', /(?:^|[\s,])only where\s/gi],
  ['weighted by', /(?:^|[\s,])weighted by\s/gi],
];

/** The part of a sentence that a place is in, by the last word that begins one. */
function partAt(text: string): PartOfSentence {
  let [part, last]: [PartOfSentence, number] = ['rows', -1];
  for (const [own, words] of PART_WORDS) {
    const at = [...text.matchAll(words)].at(-1)?.index ?? -1;
    if (at > last) [part, last] = [own, at];
  }
  return part;
}

/** The variable that a text ends with, the longest name first. */
function endsWith(text: string, variables: readonly Variable[]): Variable | null {
  const folded = low(text.trimEnd());
  let longest: { variable: Variable; length: number } | null = null;
  for (const variable of variables)
    for (const name of [titleOf(variable), variable.name]) {
      const own = low(name);
      const before = folded[folded.length - own.length - 1];
      const isWhole = before === undefined || /[\s,(]/.test(before);
      if (own !== '' && folded.endsWith(own) && isWhole && own.length > (longest?.length ?? 0))
        longest = { variable, length: own.length };
    }
  return longest?.variable ?? null;
}

/** The condition that is being written: its variable, and where the category that is typed begins. */
function conditionAt(text: string, variables: readonly Variable[]): { variable: Variable; from: number } | null {
  const verbs = [...text.matchAll(/\s(?:is not|is|mentions|does not mention|of)\s+/giu)];
  for (const verb of verbs.reverse()) {
    const variable = endsWith(text.slice(0, verb.index), variables);
    if (!variable || variable.level === 'number') continue;
    const from = verb.index + verb[0].length;
    const rest = text.slice(from);
    // Of several categories the last is typed.
    const last = [...rest.matchAll(/\s*,\s*(?:or\s+)?|\s+or\s+/giu)].at(-1);
    return { variable, from: last ? from + last.index + last[0].length : from };
  }
  return null;
}

const fits = (name: string, typed: string): 0 | 1 | 2 => {
  const [folded, wanted] = [low(name), low(typed)];
  if (folded.startsWith(wanted)) return 2;
  return wanted.length > 1 && folded.includes(wanted) ? 1 : 0;
};

/** What can stand where a noun of a part is typed. */
const canStand = (variable: Variable, part: PartOfSentence): boolean =>
  part === 'weighted by'
    ? variable.level === 'number'
    : variable.level !== 'text' && (part === 'rows' || part === 'only where' || variable.level !== 'number');

/** Words that can follow a complete noun. */
function wordsAfter(variable: Variable, part: PartOfSentence): readonly string[] {
  if (part !== 'only where') return part === 'rows' ? [...FOLLOWING, `by ${BATTERY_WORDS}`] : FOLLOWING;
  if (variable.level === 'number') return OF_NUMBERS;
  return variable.level === 'multiple' ? OF_OPTIONS : OF_CODES;
}

/** Variables that what is typed can be. */
function nounsAt(text: string, variables: readonly Variable[]): Completion[] {
  const to = text.length;
  // A name can hold the words of the grammar, so the longest piece that begins a name is what is typed.
  for (const from of beginnings(text)) {
    const typed = text.slice(from);
    const part = partAt(text.slice(0, from));
    const ranked = variables
      .filter((variable) => canStand(variable, part))
      .map((variable) => ({ variable, rank: Math.max(fits(titleOf(variable), typed), fits(variable.name, typed)) }))
      .filter(({ variable, rank }) => rank > 0 && low(titleOf(variable)) !== low(typed))
      .sort((a, b) => b.rank - a.rank);
    if (ranked.length > 0)
      return ranked
        .slice(0, MOST)
        .map(({ variable }) => ({ from, to, text: titleOf(variable), kind: 'variable', variable: variable.id }));
  }
  return [];
}

/** How a summary begins, where that is being typed. */
function summaryAt(text: string): Completion[] {
  const begins = `${SUMMARY_WORDS} `;
  if (text === '' || !low(begins).startsWith(low(text)) || low(begins) === low(text)) return [];
  return [{ from: 0, to: text.length, text: begins, kind: 'word', variable: null }];
}

/**
 * What can be written on at a place in a sentence: variables by their titles, categories of the one that a condition
 * is made on, and the words that lead on from a variable.
 * @param text the sentence up to that place
 * @returns the best first; those that begin so before those that hold it elsewhere
 * @example
 * const site = { id: 1, name: 'site', label: 'Site', question: '', level: 'unordered', codes: [] };
 * completions('Si', [site])[0].text; // 'Site'
 */
export function completions(text: string, variables: readonly Variable[]): Completion[] {
  const to = text.length;
  const condition = partAt(text) === 'only where' ? conditionAt(text, variables) : null;
  if (condition) {
    const { variable, from } = condition;
    const typed = text.slice(from);
    const ranked = variable.codes
      .filter(isAnswer)
      .map(({ label, code }) => ({ text: label === '' ? code : label, rank: fits(label, typed) }))
      .filter((option) => option.rank > 0 && low(option.text) !== low(typed))
      .sort((a, b) => b.rank - a.rank);
    if (ranked.length > 0)
      return ranked
        .slice(0, MOST)
        .map((option) => ({ from, to, text: option.text, kind: 'category', variable: variable.id }));
  }
  const nouns = [...nounsAt(text, variables), ...summaryAt(text)];
  const before = /\s$/.test(text) ? endsWith(text, variables) : null;
  if (!before) return nouns;
  const words = wordsAfter(before, partAt(text)).map((word): Completion => ({
    from: to,
    to,
    text: `${word} `,
    kind: 'word',
    variable: null,
  }));
  // "Age " is a variable, and how "Age band" begins.
  return [...words, ...nouns.filter(({ from, text: name }) => low(name).startsWith(low(text.slice(from))))];
}
