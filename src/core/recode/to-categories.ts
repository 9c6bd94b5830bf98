import { compareCodes, parseNumber } from '../codebook/number.js';
import { type Code, isAnswer, MISSING_REASONS, MISSING_WORDS, type MissingReason } from '../codebook/types.js';
import { Fault } from '../fault.js';
import { whole } from '../figures.js';
import { codeSpace, missingName } from './code-space.js';
import type { Finding, Made, Proof, ToCategories } from './types.js';

/** More categories than this are no code list. */
const MOST_CATEGORIES = 1000;
const OTHER = 'other';

/** Checks what no data can mend: a text sorted out twice, or as nothing. @throws Fault */
export function checkToCategories({ exceptions, least }: Pick<ToCategories, 'exceptions' | 'least'>): void {
  const seen = new Set<string>();
  exceptions.forEach((one, k) => {
    const field = `exceptions[${k}]`;
    if (seen.has(one.text))
      throw new Fault('invalid', `“${one.text}” is decided on twice.`, 'Decide once for each text.', { field });
    if (one.is === 'as' && one.as.trim() === '')
      throw new Fault(
        'invalid',
        `“${one.text}” would be counted as nothing.`,
        'Write a category, or make it no answer.',
        { field },
      );
    seen.add(one.text);
  });
  if (!Number.isInteger(least) || least < 1) {
    throw new Fault('invalid', 'A category is kept from a whole number of respondents on.', 'Write 1 or more.', {
      field: 'least',
    });
  }
}

/** What a value of the source becomes. */
type Sorted =
  { is: 'category'; category: string } | { is: 'other' } | { is: 'missing'; missing: MissingReason; code: string };

export interface Categorized {
  made: Made;
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
 * @param codes of the variable: their labels are kept, and what is no answer stays none
 * @throws Fault where there would be too many categories
 */
export function toCategories(
  recipe: ToCategories,
  tally: ReadonlyMap<string, number>,
  codes: readonly Code[],
): Categorized {
  const decided = new Map(recipe.exceptions.map((one) => [one.text, one]));
  const listed = new Map(codes.map((code) => [code.code, code]));
  // How often each spelling of a category stands: the most frequent one is its label.
  const spellings = new Map<string, Map<string, number>>();
  const respondents = new Map<string, number>();
  const first: { text: string; respondents: number; key: string | null; missing: MissingReason | null }[] = [];
  for (const [text, many] of tally) {
    const exception = decided.get(text);
    const declared = listed.get(text)?.missing ?? null;
    const missing = exception ? (exception.is === 'missing' ? exception.missing : null) : declared;
    if (missing !== null) {
      first.push({ text, respondents: many, key: null, missing });
      continue;
    }
    const label = exception?.is === 'as' ? exception.as.trim() : listed.get(text)?.label.trim() || text;
    const key = keyOf(label, recipe.alike);
    const known = spellings.get(key) ?? new Map<string, number>();
    known.set(label, (known.get(label) ?? 0) + (exception?.is === 'as' ? Infinity : many));
    spellings.set(key, known);
    respondents.set(key, (respondents.get(key) ?? 0) + many);
    first.push({ text, respondents: many, key, missing: null });
  }
  const rare = new Set([...respondents].filter(([, many]) => many < recipe.least).map(([key]) => key));
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
  const labelled = kept.map(([key, many]) => ({ key, many, label: labelOf(key) }));
  labelled.sort((a, b) => (recipe.order === 'frequency' ? b.many - a.many : 0) || compareCodes(a.label, b.label));
  // Numbers keep themselves as codes; texts are numbered.
  const numbers = labelled.every(({ label }) => parseNumber(label) !== null);
  const codeOf = new Map(labelled.map(({ key, label }, k) => [key, numbers ? label : String(k + 1)]));
  const space = codeSpace(codeOf.values());
  const other = space.give(OTHER);
  const missing = new Map<string, Code>();
  for (const one of first) {
    if (one.missing === null) continue;
    missing.set(one.text, {
      code: space.give(one.text, missingName),
      label: listed.get(one.text)?.label || one.text,
      missing: one.missing,
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
  const values = first.map(({ text, respondents: many, key, missing: why }) => ({
    text,
    respondents: many,
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

/** The column of the proof for a value; that of "Other" is not the reason "other". */
const REST = 'to other';
const columnOf = (sorted: Sorted) =>
  sorted.is === 'missing' ? sorted.missing : sorted.is === 'other' ? REST : sorted.is;

/** More values than this are not listed one by one. */
const MOST_ROWS = 300;

/** Old against new for a conversion to categories: each value and the category that it became. */
export function proveToCategories(result: Categorized, blank: number): Proof {
  const { made, values } = result;
  const sum = (is: Sorted['is']) => values.reduce((all, one) => all + (one.sorted.is === is ? one.respondents : 0), 0);
  const count = (is: Sorted['is']) => values.filter(({ sorted }) => sorted.is === is).length;
  const answers = sum('category') + sum('other');
  const filled = answers + sum('missing');
  const categories = made.codes.filter(isAnswer);
  const merged = count('category') - categories.filter(({ code }) => code !== OTHER).length;
  const missing = values.filter(({ sorted }) => sorted.is === 'missing');
  const findings: Finding[] = [
    {
      id: 'covered',
      holds: answers > 0,
      title: 'Covered',
      text:
        answers === 0
          ? 'There is no answer to make a category of.'
          : `${whole(count('category') + count('other'))} different values in ${whole(categories.length)} ` +
            'categories' +
            (merged > 0 ? `; ${whole(merged)} were alike or put together` : '') +
            '.',
      codes: [],
    },
    ...(count('other') > 0
      ? [
          {
            id: 'left-over' as const,
            holds: true,
            title: 'Other',
            text: `${whole(count('other'))} rare values of ${whole(sum('other'))} respondents go to Other, by choice.`,
            codes: [],
          },
        ]
      : []),
    {
      id: 'made-missing',
      holds: true,
      title: 'No answers',
      text:
        missing.length === 0
          ? 'No value is declared to be none.'
          : `${missing
              .slice(0, 6)
              .map(({ text, respondents }) => `“${text}” (${whole(respondents)})`)
              .join(', ')}${missing.length > 6 ? ', …' : ''}.`,
      codes: missing.map(({ text }) => text),
    },
    {
      id: 'reconciled',
      holds: values.reduce((all, one) => all + one.respondents, 0) === filled,
      title: 'Reconciled',
      text: `${whole(filled)} values, ${whole(answers)} of them answers; ${whole(blank)} blank stay blank.`,
      codes: [],
    },
  ];
  const reasons = MISSING_REASONS.filter((reason) =>
    missing.some(({ sorted }) => sorted.is === 'missing' && sorted.missing === reason),
  );
  const columns = [
    { code: 'category', label: 'A category', missing: false },
    ...(count('other') > 0 ? [{ code: REST, label: 'Other', missing: false }] : []),
    ...reasons.map((reason) => ({ code: reason, label: MISSING_WORDS[reason], missing: true })),
    { code: '', label: 'Blank', missing: true },
  ];
  const label = (sorted: Sorted) =>
    sorted.is === 'category' ? made.codes.find(({ code }) => code === sorted.category)?.label : undefined;
  const listed = [...values].sort((a, b) => b.respondents - a.respondents);
  const rows = listed.slice(0, MOST_ROWS).map(({ text, respondents, sorted }) => {
    const to = label(sorted);
    const into = columnOf(sorted);
    return {
      code: text,
      label: to === undefined || to === text ? text : `to ${to}`,
      missing: sorted.is === 'missing',
      respondents,
      went: columns.map(({ code }) => (code === into ? respondents : 0)),
    };
  });
  const rest = listed.slice(MOST_ROWS);
  const restOf = (column: string) =>
    rest.reduce((all, { sorted, respondents }) => all + (columnOf(sorted) === column ? respondents : 0), 0);
  if (rest.length > 0)
    rows.push({
      code: '',
      label: `${whole(rest.length)} more values`,
      missing: false,
      respondents: rest.reduce((all, one) => all + one.respondents, 0),
      went: columns.map(({ code }) => restOf(code)),
    });
  rows.push({
    code: '',
    label: 'Blank',
    missing: true,
    respondents: blank,
    went: columns.map(({ code }) => (code === '' ? blank : 0)),
  });
  return {
    holds: findings.every((finding) => finding.holds),
    findings,
    columns: columns.map((column, k) => ({
      ...column,
      respondents: rows.reduce((all, { went }) => all + went[k]!, 0),
    })),
    rows,
    respondents: filled + blank,
  };
}
