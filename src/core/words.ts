import { whole } from './figures.js';

const AND = new Intl.ListFormat('en-GB', { type: 'conjunction' });
const OR = new Intl.ListFormat('en-GB', { type: 'disjunction' });

/** Words in a row: "a, b and c". */
export const and = (words: readonly string[]): string => AND.format(words);

/** Words of which one holds: "a, b or c". */
export const or = (words: readonly string[]): string => OR.format(words);

/**
 * A count with its noun.
 * @param more the noun for any number but 1
 * @example plural(1200, 'answer') // '1,200 answers'
 */
export const plural = (count: number, noun: string, more = `${noun}s`): string =>
  `${whole(count)} ${count === 1 ? noun : more}`;
