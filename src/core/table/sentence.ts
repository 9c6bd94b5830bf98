import { titleOf, type Variable } from '../codebook/types.js';
import type { Test } from '../count/filter.js';

/** One condition of "only where". */
export type Condition = { variable: number } & Test;

/** What a table is asked for by: rows, an optional "by", an optional "only where". Variables by id. */
export interface Sentence {
  rows: number;
  by: number | null;
  only: readonly Condition[];
}

/** Variables that a sentence names. */
export function variablesOf(sentence: Sentence): number[] {
  return [
    sentence.rows,
    ...(sentence.by === null ? [] : [sentence.by]),
    ...sentence.only.map(({ variable }) => variable),
  ];
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

/** The sentence as one line that reads aloud; it is the table's title. */
export function saySentence(sentence: Sentence, variables: readonly Variable[]): string {
  const title = (id: number) => {
    const variable = variables.find((one) => one.id === id);
    return variable ? titleOf(variable) : 'a variable that is gone';
  };
  const by = sentence.by === null ? '' : ` by ${title(sentence.by)}`;
  const only = sentence.only.map((condition) => {
    const variable = variables.find((one) => one.id === condition.variable);
    return `${title(condition.variable)} ${sayTest(condition, variable ?? { codes: [], level: 'unordered' })}`;
  });
  return `${title(sentence.rows)}${by}${only.length > 0 ? `, only where ${only.join(' and ')}` : ''}`;
}
