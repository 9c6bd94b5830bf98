import { compareCodes, parseNumber } from '../../codebook/number.js';
import type { Code, MissingReason } from '../../codebook/types.js';
import { Fault } from '../../fault.js';
import { whole } from '../../figures.js';
import { codeSpace, missingName } from '../code-space.js';
import type { MadeVariable } from '../types.js';
import type { ToCategories } from './shape.js';

/** More categories than this are no code list. */
const MOST_CATEGORIES = 1000;
export const OTHER = 'other';

/** What a value of the source becomes. */
export type Sorted =
  { is: 'category'; category: string } | { is: 'other' } | { is: 'missing'; missing: MissingReason; code: string };

export interface Categorized {
  made: MadeVariable;
  /** The place of each value's code, from 1. */
  placeOf: ReadonlyMap<string, number>;
  values: { text: string; respondents: number; sorted: Sorted }[];
}

/** Texts that are one category: without spaces around them, and in whatever capitals where they are alike. */
const keyOf = (text: string, alike: boolean) =>
  alike ? text.trim().replace(/\s+/gu, ' ').toLocaleLowerCase('en') : text;

/**
 * Makes categories of the different values of a variable.
 * @param tally the values with their respondents
 * @param codes of the variable: their labels are kept, and missing codes stay missing
 * @throws Fault where there would be too many categories
 * @example
 * const recipe = { kind: 'categories', source: 1, alike: true, least: 1, exceptions: [] };
 * const tally = new Map([
 *   ['Kale', 3],
 *   ['kale ', 1],
 *   ['Beans', 2],
 * ]);
 * toCategories(recipe, tally, []).made.codes.map(({ label }) => label); // ['Beans', 'Kale']
 */
export function toCategories(
  recipe: ToCategories,
  tally: ReadonlyMap<string, number>,
  codes: readonly Code[],
): Categorized {
  const decided = new Map(recipe.exceptions.map((exception) => [exception.text, exception]));
  const listed = new Map(codes.map((code) => [code.code, code]));
  // How often each spelling of a category stands: the most frequent one is its label.
  const spellings = new Map<string, Map<string, number>>();
  const respondents = new Map<string, number>();
  const first: { text: string; respondents: number; key: string | null; missing: MissingReason | null }[] = [];
  for (const [text, count] of tally) {
    const exception = decided.get(text);
    const declared = listed.get(text)?.missing ?? null;
    const missing = exception ? (exception.is === 'missing' ? exception.missing : null) : declared;
    if (missing !== null) {
      first.push({ text, respondents: count, key: null, missing });
      continue;
    }
    const label = exception?.is === 'as' ? exception.as.trim() : listed.get(text)?.label.trim() || text;
    const key = keyOf(label, recipe.alike);
    const variants = spellings.get(key) ?? new Map<string, number>();
    variants.set(label, (variants.get(label) ?? 0) + (exception?.is === 'as' ? Infinity : count));
    spellings.set(key, variants);
    respondents.set(key, (respondents.get(key) ?? 0) + count);
    first.push({ text, respondents: count, key, missing: null });
  }
  const rare = new Set([...respondents].filter(([, count]) => count < recipe.least).map(([key]) => key));
  const kept = [...respondents].filter(([key]) => !rare.has(key));
  if (kept.length > MOST_CATEGORIES) {
    throw new Fault(
      'too-large',
      `The variable has ${whole(kept.length)} different values, and a code list takes ${whole(MOST_CATEGORIES)}.`,
      'Let rare ones go to "Other", or cut a number into bands.',
      { field: 'least' },
    );
  }
  const labelOf = (key: string) => [...(spellings.get(key) ?? [])].sort(([, a], [, b]) => b - a)[0]?.[0].trim() ?? key;
  const labelled = kept.map(([key, count]) => ({ key, many: count, label: labelOf(key) }));
  labelled.sort((a, b) => (recipe.order === 'frequency' ? b.many - a.many : 0) || compareCodes(a.label, b.label));
  // Numbers keep themselves as codes; texts are numbered.
  const numbers = labelled.every(({ label }) => parseNumber(label) !== null);
  const codeOf = new Map(labelled.map(({ key, label }, k) => [key, numbers ? label : String(k + 1)]));
  const space = codeSpace(codeOf.values());
  const other = space.give(OTHER);
  const missing = new Map<string, Code>();
  // In the order of their texts: what they are called does not hang on who stands first in the data.
  for (const item of first.toSorted((a, b) => compareCodes(a.text, b.text))) {
    if (item.missing === null) continue;
    missing.set(item.text, {
      code: space.give(item.text, missingName),
      label: listed.get(item.text)?.label || item.text,
      missing: item.missing,
    });
  }
  const made: Code[] = [
    ...labelled.map(({ key, label }): Code => ({ code: codeOf.get(key)!, label, missing: null })),
    ...(rare.size > 0
      ? [
          {
            code: other,
            label: labelled.some(({ label }) => label.trim().toLowerCase() === 'other') ? 'All other' : 'Other',
            missing: null,
          },
        ]
      : []),
    ...missing.values(),
  ];
  const place = new Map(made.map(({ code }, k) => [code, k + 1]));
  const values = first.map(({ text, respondents: count, key, missing: why }) => ({
    text,
    respondents: count,
    sorted: (why !== null
      ? { is: 'missing', missing: why, code: missing.get(text)!.code }
      : rare.has(key!)
        ? { is: 'other' }
        : { is: 'category', category: codeOf.get(key!)! }) satisfies Sorted,
  }));
  const codeFor = (sorted: Sorted) =>
    sorted.is === 'category' ? sorted.category : sorted.is === 'other' ? other : sorted.code;
  return {
    made: { level: numbers ? 'ordered' : 'unordered', codes: made },
    placeOf: new Map(values.map(({ text, sorted }) => [text, place.get(codeFor(sorted)) ?? 0])),
    values,
  };
}
