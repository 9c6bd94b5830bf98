import { titleOf, type Variable } from '../codebook/types.js';
import type { Test } from '../count/filter.js';
import type { Standing } from '../count/types.js';

/** One condition of "only where". */
export type Condition = { variable: number } & Test;

/**
 * What a table is asked for by: rows, and where they are wanted a "by", a "within", an "only where" and a "weighted
 * by". Variables by id.
 */
export interface Sentence {
  rows: number;
  by: number | null;
  /** One cross table for each category of this variable. */
  within: number | null;
  only: readonly Condition[];
  /** A number that each respondent counts as. */
  weight: number | null;
  /**
   * Of a multiple-response question in the rows: who counts in the base beside those who mention something. Who says
   * "none of these" or ticked nothing, where it is not said.
   */
  counted?: readonly Standing[] | undefined;
  /** Of slots in order, in the rows: any mention, where it is not said; the first one; or at which place on average. */
  mention?: Mention | undefined;
}

export const MENTIONS = ['any', 'first', 'rank'] as const;
export type Mention = (typeof MENTIONS)[number];

const MENTION_WORDS: Record<Mention, string> = {
  any: '',
  first: ', first mention,',
  rank: ', average place of mention,',
};

/** Who counts in the base of a multiple-response question where nothing else is said. */
export const COUNTED: readonly Standing[] = ['none', 'nothing'];

const WHO: Record<Standing, string> = {
  none: 'chose none of these',
  nothing: 'ticked nothing',
  'no-answer': 'gave no answer',
  'not-asked': 'were not asked',
  blank: 'left it blank',
};

const isSame = (one: readonly Standing[], other: readonly Standing[]) =>
  one.length === other.length && one.every((standing) => other.includes(standing));

/** Who counts in the base, in words; empty where it is as usual. */
export function sayCounted(counted: readonly Standing[] = COUNTED): string {
  if (isSame(counted, COUNTED)) return '';
  if (counted.length === 0) return ', of those who mentioned something';
  if (counted.length === Object.keys(WHO).length) return ', of all respondents';
  const words = (Object.keys(WHO) as Standing[])
    .filter((standing) => counted.includes(standing))
    .map((standing) => WHO[standing]);
  return (
    ', counting those who ' +
    (words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} or ${words.at(-1) ?? ''}`) +
    ' too'
  );
}

/** The plainest sentence about a variable, with what is added to it. */
export function sentenceOf(rows: number, more: Partial<Omit<Sentence, 'rows'>> = {}): Sentence {
  return { rows, by: null, within: null, only: [], weight: null, ...more };
}

/** Variables that a sentence names. */
export function variablesOf({ rows, by, within, only, weight }: Sentence): number[] {
  return [rows, by, within, ...only.map(({ variable }) => variable), weight].filter((id) => id !== null);
}

function either(words: readonly string[]): string {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} or ${words.at(-1) ?? ''}`;
}

/** A condition in words, without the variable's name: "18 and over", "is Mill Row or Weir End". */
export function sayTest(test: Test, variable: Pick<Variable, 'codes' | 'level'>): string {
  if (test.is === 'between') {
    if (test.from !== null && test.to !== null) return `${test.from} to ${test.to}`;
    if (test.from !== null) return `${test.from} and over`;
    if (test.to !== null) return `up to ${test.to}`;
    return 'any number';
  }
  const labels = either(test.codes.map((code) => variable.codes.find((one) => one.code === code)?.label ?? code));
  if (test.is === 'at-least')
    return (
      `mentions at least ${test.least}` +
      (test.codes.length === 0 ? '' : ` of ${labels.replace(/ or ([^,]*)$/, ' and $1')}`)
    );
  const verb = variable.level === 'multiple' ? ['mentions', 'does not mention'] : ['is', 'is not'];
  return `${test.is === 'any-of' ? verb[0] : verb[1]} ${labels}`;
}

/**
 * Who is outside a condition, in words: "not 18 and over", "other than Mill Row or Weir End", "does not mention Beans".
 */
export function sayOutside(test: Test, variable: Pick<Variable, 'codes' | 'level'>): string {
  if (test.is === 'between') return `not ${sayTest(test, variable)}`;
  if (test.is === 'at-least') return sayTest(test, variable).replace(/^mentions at least/, 'mentions fewer than');
  const turned: Test = { ...test, is: test.is === 'any-of' ? 'none-of' : 'any-of' };
  const said = sayTest(turned, variable);
  return variable.level === 'multiple' ? said : said.replace(/^is not /, 'other than ').replace(/^is /, '');
}

/** A piece of a sentence as it is read; with the variable that it names. */
export interface SentencePart {
  text: string;
  variable: number | null;
}

/** The sentence piece by piece, so that each noun can be told from the words between. */
export function sentenceParts(sentence: Sentence, variables: readonly Variable[]): SentencePart[] {
  const { rows, by, within, only, weight } = sentence;
  const word = (text: string): SentencePart => ({ text, variable: null });
  const noun = (id: number): SentencePart => {
    const variable = variables.find((one) => one.id === id);
    return { text: variable ? titleOf(variable) : 'a variable that is gone', variable: id };
  };
  const named = (words: string, id: number | null) => (id === null ? [] : [word(`${words} `), noun(id)]);
  const conditions = only.flatMap((condition, k) => {
    const variable = variables.find((one) => one.id === condition.variable);
    const test = sayTest(condition, variable ?? { codes: [], level: 'unordered' });
    return [word(k === 0 ? ', only where ' : ' and '), noun(condition.variable), word(` ${test}`)];
  });
  const place = MENTION_WORDS[sentence.mention ?? 'any'];
  const after = by === null && within === null && only.length === 0 && weight === null;
  return [
    noun(rows),
    ...(place === '' ? [] : [word(after ? place.slice(0, -1) : place)]),
    ...named(' by', by),
    ...named(', within', within),
    ...conditions,
    ...named(', weighted by', weight),
    ...(variables.find((one) => one.id === rows)?.level === 'multiple' && sayCounted(sentence.counted) !== ''
      ? [word(sayCounted(sentence.counted))]
      : []),
  ];
}

/** The sentence as one line that reads aloud; it is the table's title. */
export function saySentence(sentence: Sentence, variables: readonly Variable[]): string {
  return sentenceParts(sentence, variables)
    .map(({ text }) => text)
    .join('');
}
