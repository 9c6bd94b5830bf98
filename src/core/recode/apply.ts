import { type Code, MISSING_WORDS } from '../codebook/types.js';
import { whole } from '../figures.js';
import { mapSources } from './sources.js';
import type { Recipe } from './recipe-shape.js';

/** Workings that are kept at once, at most. */
export const MOST_AT_ONCE = 2000;

/** What stands against more of them, with the way out. */
export const sayTooMany = (wanted: number) =>
  `${whole(wanted)} are more than are made at once: ${whole(MOST_AT_ONCE)} at most. Take some off; do the ` +
  'rest after these.';

/**
 * The same recipe with another variable in the place of one of its sources. @param place in the order of `sourcesOf`
 */
export function withSource(recipe: Recipe, place: number, source: number): Recipe {
  return mapSources(recipe, (old, k) => (k === place ? source : old));
}

/** Where a variable's codes are other than those that a recipe was made for. */
export interface CodeDifference {
  code: string;
  /** In words: "is “Agree” here and “Disagree” there". */
  says: string;
}

const say = ({ label, code, missing }: Code) =>
  `“${label || code}”${missing === null ? '' : `, ${MISSING_WORDS[missing]}`}`;

/**
 * How a variable's codes differ from those of the variable that a recipe was made for: codes that only one of them
 * has, that they call differently, or that are an answer in one and none in the other.
 */
export function codeDifferences(codes: readonly Code[], other: readonly Code[]): CodeDifference[] {
  const there = new Map(other.map((code) => [code.code, code]));
  const here = new Set(codes.map(({ code }) => code));
  return [
    ...codes.flatMap((code): CodeDifference[] => {
      const same = there.get(code.code);
      if (!same) return [{ code: code.code, says: `${say(code)} is not there` }];
      const alike =
        same.missing === code.missing && same.label.trim().toLowerCase() === code.label.trim().toLowerCase();
      return alike ? [] : [{ code: code.code, says: `${say(code)} is ${say(same)} there` }];
    }),
    ...other.flatMap((code) => (here.has(code.code) ? [] : [{ code: code.code, says: `${say(code)} is there only` }])),
  ];
}

/** What a pattern can name. */
export interface PatternWords {
  label: string;
  name: string;
  /** From 1. */
  n: number;
  category?: string | undefined;
}

/** Fills a pattern: {label}, {name}, {n} and {category} stand for what they say of each variable; all else stays. */
export function fillPattern(pattern: string, words: PatternWords): string {
  const fillings: Record<string, string | undefined> = {
    label: words.label,
    name: words.name,
    n: String(words.n),
    category: words.category,
  };
  return pattern.replace(/\{(\w+)\}/g, (whole, word: string) => fillings[word] ?? whole);
}

/**
 * The pattern that makes a label out of its source's: "Satisfaction in three" of "Satisfaction" is "{label} in three".
 */
export function patternOf(label: string, source: string, word: 'label' | 'name'): string {
  const at = source === '' ? -1 : label.toLowerCase().indexOf(source.toLowerCase());
  if (at >= 0) return `${label.slice(0, at)}{${word}}${label.slice(at + source.length)}`;
  if (word === 'name') return label === '' ? '' : `{name}_${label}`;
  return `{label}: ${label}`;
}
