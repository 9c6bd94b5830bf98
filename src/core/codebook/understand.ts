import type { FoundCode, Guess, Understanding } from '../intake/read-in-shape.js';
import { plural } from '../words.js';
import { andMore } from '../and-more.js';
import { DATE_FORMS, DATE_WORDS, type DateForm, parseDate } from './dates.js';
import { type Facts, outlierCodes, IDENTIFIER_AT_MOST, isMostlyNumbers } from './facts.js';
import { compareCodes, parseNumber } from './number.js';
import { reasonInWords } from './reason-in-words.js';

/** More different values than this, and a column is not a list of codes. */
export const MOST_CODES = 1024;

/** Up to this many different whole numbers read as codes; more read as a quantity. */
const CODES_AT_MOST = 12;
/** Text that repeats is categories; text that hardly does is free text. */
const TEXT_CATEGORIES_AT_MOST = 60;
const IDENTIFIERS_FROM = 30;
const LONG_TEXT = 1000;
const NAMED = 4;

const guess = (is: Guess['is'], text: string, codes: FoundCode[] = []): Guess => ({ is, text, codes });
const people = (n: number) => n.toLocaleString('en');

function named(codes: readonly FoundCode[]): string {
  const counted = codes.map(({ code, respondents }) => `${code} (${people(respondents)})`);
  return andMore(counted, NAMED);
}

/** The form in which all filled cells spell a day; the day first where two forms fit. */
function dateForm({ dates, filled }: Facts): { form: DateForm; other: DateForm | null } | null {
  const fitting = DATE_FORMS.filter((form) => dates[form] === filled);
  const [form, other] = fitting;
  return form ? { form, other: other ?? null } : null;
}

/** Whether a column that has a number for nearly everybody is a number with exceptions. */
function isNumberWithExceptions(facts: Facts): boolean {
  return facts.numbers < facts.filled && isMostlyNumbers(facts);
}

/**
 * Decides the level of a column and says why, and what in it is worth a look.
 * @param facts of its filled cells
 * @param dataCodes its different values with their respondents; null where there are more than `MOST_CODES`
 * @param blank respondents without a value
 * @param asked whether the analyst asked for its numbers to be read
 */
export function understand(
  facts: Facts,
  dataCodes: readonly FoundCode[] | null,
  blank: number,
  asked = false,
): Understanding {
  const { filled, numbers } = facts;
  const codes = [...(dataCodes ?? [])].sort((a, b) => compareCodes(a.code, b.code));
  if (filled === 0) {
    const blankThroughout = guess('blank', 'Nobody has a value here.');
    return { level: 'text', codes: [], why: 'Blank throughout.', guesses: [blankThroughout] };
  }
  const guesses: Guess[] = [];
  if (codes.length === 1) guesses.push(guess('constant', 'Everybody who answered has the same value.', codes));
  const eachOnce = facts.different !== null && filled > IDENTIFIERS_FROM;
  if (numbers === filled) return numberColumn(facts, dataCodes && codes, eachOnce, guesses);
  const days = dateForm(facts);
  if (days) return dateColumn(days, dataCodes && codes, guesses);
  const words = [...(facts.words ?? [])]
    .map(([code, respondents]) => ({ code, respondents }))
    .sort((a, b) => compareCodes(a.code, b.code));
  const manyNumbers = dataCodes === null || codes.length - words.length > CODES_AT_MOST;
  if ((isNumberWithExceptions(facts) || (asked && numbers > 0)) && manyNumbers) {
    guesses.push(guess('exceptions', `Not numbers: ${named(words)}. They are kept apart as "no answer".`, words));
    noAnswers(facts, words, guesses);
    return { level: 'number', codes: dataCodes ? codes : words, why: 'Numbers stored as text.', guesses };
  }
  if (eachOnce && facts.longest <= IDENTIFIER_AT_MOST && !/\s/.test(sampleOf(facts))) {
    guesses.push(guess('identifier', 'Every value differs: an identifier.'));
    return { level: 'text', codes, why: 'Each value once: an identifier, not to be counted.', guesses };
  }
  if (dataCodes && codes.length <= TEXT_CATEGORIES_AT_MOST && codes.length <= Math.max(10, filled / 3)) {
    noAnswers(facts, codes, guesses);
    const why = `${plural(codes.length, 'different word')}${codes.length > 1 ? ', which repeat' : ''}.`;
    return { level: 'unordered', codes, why, guesses };
  }
  if (numbers > 0.5 * filled) {
    const shown = words.filter(({ code }) => parseNumber(code) === null);
    guesses.push(guess('mixed', `Mostly numbers, but not ${shown.length > 0 ? named(shown) : 'all'}.`, shown));
  }
  if (facts.longest > LONG_TEXT)
    guesses.push(guess('long', `The longest has ${facts.longest.toLocaleString('en')} characters.`));
  const share = Math.round((100 * filled) / (filled + blank));
  return { level: 'text', codes, why: `Free text from ${share}% of respondents.`, guesses };
}

/** All of a few remembered values, to see whether they hold spaces. */
function sampleOf({ different }: Facts): string {
  const some: string[] = [];
  for (const value of different ?? []) if (some.push(value) >= 200) break;
  return some.join('');
}

/** Codes that stand far from the rest, and words that say so, are asked about. */
function noAnswers(facts: Facts, codes: readonly FoundCode[], guesses: Guess[]): void {
  const outliers = outlierCodes(facts);
  const worded = codes.filter(({ code }) => reasonInWords(code) !== null);
  const texts = [
    ...(outliers.length > 0
      ? [`${named(outliers)} ${outliers.length === 1 ? 'stands' : 'stand'} far from the rest: no answer?`]
      : []),
    ...(worded.length > 0 ? [`${named(worded)} ${worded.length === 1 ? 'says' : 'say'} that there is no answer.`] : []),
  ];
  if (texts.length > 0) guesses.push(guess('no-answer', texts.join(' '), [...outliers, ...worded]));
}

/** Whether whole numbers, each once, run through from 0 or 1, or are as long as identifiers are. */
function looksNumbered({ lowest, highest, filled }: Facts): boolean {
  return lowest >= 1000 || ((lowest === 0 || lowest === 1) && highest - lowest < 2 * filled);
}

function numberColumn(facts: Facts, codes: FoundCode[] | null, eachOnce: boolean, guesses: Guess[]): Understanding {
  if (facts.whole && eachOnce && looksNumbered(facts)) {
    guesses.push(guess('identifier', 'Every value differs: an identifier.'));
    const why = 'Whole numbers, each once: an identifier, not to be averaged.';
    return { level: 'text', codes: codes ?? [], why, guesses };
  }
  noAnswers(facts, [], guesses);
  if (codes === null) return { level: 'number', codes: [], why: 'Numbers, over a thousand different ones.', guesses };
  if (facts.whole && codes.length <= CODES_AT_MOST) {
    const why = codes.length === 1 ? 'One whole number.' : `${codes.length} whole numbers, used as codes.`;
    return { level: 'unordered', codes, why, guesses };
  }
  const why = `${codes.length} different numbers${facts.whole ? '' : ', some with decimals'}.`;
  return { level: 'number', codes, why, guesses };
}

function dateColumn(
  { form, other }: { form: DateForm; other: DateForm | null },
  codes: FoundCode[] | null,
  guesses: Guess[],
): Understanding {
  const doubt = other ? ` or ${DATE_WORDS[other]}: no day tells them apart` : '';
  guesses.push(guess('dates', `Dates, ${DATE_WORDS[form]}${doubt}.`));
  const few = codes !== null && codes.length <= TEXT_CATEGORIES_AT_MOST;
  const inTime = [...(codes ?? [])].sort((a, b) => (parseDate(a.code, form) ?? 0) - (parseDate(b.code, form) ?? 0));
  return few
    ? { level: 'ordered', codes: inTime, why: `${codes.length} different days, in their order.`, guesses }
    : { level: 'text', codes: inTime, why: 'Days, too many to be categories.', guesses };
}
