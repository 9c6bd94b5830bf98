import { plainLetters } from '../plain-letters.js';

/** How words begin by which the label of a category says less, worse, or no. */
const LOW_BEGINS = [
  ...['dis', 'poor', 'bad', 'worse', 'low', 'hard', 'rare', 'weak', 'impossible', 'improbable'],
  ...['unsatisf', 'unhapp', 'unlik', 'unimport', 'unhelp', 'unfair', 'unsafe', 'uneas', 'unable', 'untrue'],
];
/** Whole words that do. */
const LOW_WORDS = [
  ...['no', 'not', 'never', 'none', 'nothing', 'nobody', 'neither', 'worst', 'little', 'less', 'least'],
  ...['difficult', 'seldom', 'false', 'wrong', 'inadequate'],
];

const isLow = (word: string) => LOW_WORDS.includes(word) || LOW_BEGINS.some((beginning) => word.startsWith(beginning));

const lowIn = (labels: readonly string[]) =>
  labels.filter((label) =>
    plainLetters(label)
      .toLowerCase()
      .split(/[^a-z]+/)
      .some(isLow),
  ).length;

/**
 * Whether a scale is listed from its top: by its labels, of which those at one end say less, worse, or no. Where they
 * do not tell, the last is the highest, as scores go up along the list.
 * @param labels in the order of the scale
 * @example topFirst(['Very satisfied', 'Neither', 'Very dissatisfied']) // true
 */
export function topFirst(labels: readonly string[]): boolean {
  const half = Math.floor(labels.length / 2);
  return lowIn(labels.slice(-half)) > lowIn(labels.slice(0, half));
}
