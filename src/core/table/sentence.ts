import { titleOf, type Variable } from '../codebook/types.js';
import type { Test } from '../count/filter.js';

/** One condition of "only where". */
export type Condition = { variable: number } & Test;

/**
 * What a table is asked for by: rows, and where they are wanted a "by", a "within", an "only where" and a "weighted by".
 * Variables by id.
 */
export interface Sentence {
  rows: number;
  by: number | null;
  /** One cross table for each category of this variable. */
  within: number | null;
  only: readonly Condition[];
  /** A number that each respondent counts as. */
  weight: number | null;
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
  const verb = variable.level === 'multiple' ? ['includes', 'does not include'] : ['is', 'is not'];
  return `${test.is === 'any-of' ? verb[0] : verb[1]} ${labels}`;
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
  return [
    noun(rows),
    ...named(' by', by),
    ...named(', within', within),
    ...conditions,
    ...named(', weighted by', weight),
  ];
}

/** The sentence as one line that reads aloud; it is the table's title. */
export function saySentence(sentence: Sentence, variables: readonly Variable[]): string {
  return sentenceParts(sentence, variables)
    .map(({ text }) => text)
    .join('');
}
