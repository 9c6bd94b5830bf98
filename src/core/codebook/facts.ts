import { type DateForm, dateForms } from './dates.js';
import { detached } from './detached.js';
import { parseNumber } from './number.js';
import { fileNumber, noSigns, type NumberReading, type NumberSigns, takeSigns } from './number-signs.js';
import type { PlainDigits } from './plain-digits.js';
import { reasonInWords } from './reason-in-words.js';

/** Values that are often codes for "no answer". */
const MISSING_LOOKS = new Set([
  ...[-999, -998, -997, -99, -98, -97, -9, -8, -7, -1],
  ...[7, 8, 9, 77, 88, 97, 98, 99, 997, 998, 999, 9997, 9998, 9999, 99999],
]);

/** More different words than this among numbers, and they are no exceptions. */
export const MOST_EXCEPTIONS = 255;
/** After this many respondents, each with a whole number or text of their own, a column is taken for an identifier. */
const ENOUGH_DIFFERENT = 2_000;
/** Identifiers are told apart by this many characters. */
export const IDENTIFIER_AT_MOST = 64;
/** Longer than this, a text is no code. */
export const LONGEST_CODE = 1000;

/** What is known of a column's filled cells, gathered value by value. Its size does not grow with the column. */
export interface Facts {
  filled: number;
  /** Filled cells that spell a number. */
  numbers: number;
  whole: boolean;
  lowest: number;
  highest: number;
  /** Numbers that look like codes for "no answer", with their respondents; and the range of all others. */
  looks: Map<number, number>;
  ordinary: { lowest: number; highest: number; different: number[] };
  /** What does not spell a number, with its respondents; null once there were too many. */
  words: Map<string, number> | null;
  /** Filled cells that spell a day, by form. */
  dates: Record<DateForm, number>;
  longest: number;
  /** How its numbers are written. */
  signs: NumberSigns;
  /** Filled cells whose number is not written plainly, "19,842" or "0,8177", and is read all the same. */
  written: number;
  /** Values seen so far while each was new; null once one came again. */
  different: Set<string> | null;
}

export function noFacts(): Facts {
  return {
    filled: 0,
    numbers: 0,
    whole: true,
    lowest: Infinity,
    highest: -Infinity,
    looks: new Map(),
    ordinary: { lowest: Infinity, highest: -Infinity, different: [] },
    words: new Map(),
    dates: { ymd: 0, dmy: 0, mdy: 0 },
    longest: 0,
    signs: noSigns(),
    written: 0,
    different: new Set(),
  };
}

/** Takes a number into the facts, with how many respondents have it. */
export function takeNumber(facts: Facts, value: number, respondents: number): void {
  facts.numbers += respondents;
  if (facts.whole && !Number.isInteger(value)) facts.whole = false;
  if (value < facts.lowest) facts.lowest = value;
  if (value > facts.highest) facts.highest = value;
  if (MISSING_LOOKS.has(value)) {
    facts.looks.set(value, (facts.looks.get(value) ?? 0) + respondents);
    return;
  }
  const { ordinary } = facts;
  if (value < ordinary.lowest) ordinary.lowest = value;
  if (value > ordinary.highest) ordinary.highest = value;
  if (ordinary.different.length < 3 && !ordinary.different.includes(value)) ordinary.different.push(value);
}

function noteDifferent(facts: Facts, value: string, isNoIdentifier: boolean): void {
  const { different } = facts;
  if (!different) return;
  const short = value.length > IDENTIFIER_AT_MOST ? value.slice(0, IDENTIFIER_AT_MOST) : value;
  if (isNoIdentifier || different.has(short)) facts.different = null;
  else if (different.size < ENOUGH_DIFFERENT) different.add(detached(short));
}

/** How the numbers of a column are read, and whether the analyst asked for it. */
export interface AskedReading {
  reading: NumberReading;
  asked: boolean;
}

export const PLAIN_NUMBERS: AskedReading = { reading: 'plain', asked: false };

/** Takes a value that is not blank into the facts, with how many respondents have it. @returns its number, or null */
export function takeValue(
  facts: Facts,
  value: string,
  respondents: number,
  { reading, asked } = PLAIN_NUMBERS,
): number | null {
  facts.filled += respondents;
  if (value.length > facts.longest) facts.longest = value.length;
  const plain = parseNumber(value);
  const number = fileNumber(value, reading, asked, plain);
  takeSigns(facts.signs, value, respondents, plain);
  // Nobody sets thousands apart in an identifier.
  const isAmount = number !== null && (!Number.isInteger(number) || (number !== plain && /[.,]/.test(value)));
  noteDifferent(facts, value, respondents > 1 || isAmount);
  if (number !== null) {
    if (number !== plain) facts.written += respondents;
    takeNumber(facts, number, respondents);
    return number;
  }
  for (const form of dateForms(value)) facts.dates[form] += respondents;
  if (facts.words) {
    const times = facts.words.get(value);
    if (times !== undefined) facts.words.set(value, times + respondents);
    else if (facts.words.size >= MOST_EXCEPTIONS || value.length > LONGEST_CODE) facts.words = null;
    else facts.words.set(detached(value), respondents);
  }
  return null;
}

/**
 * The same as `takeValue` of one respondent whose number is written plainly, with a decimal point if any.
 * @param text what is written there; asked for only where it matters
 */
export function takePlainNumber(facts: Facts, number: number, digits: PlainDigits, text: () => string): void {
  const { length, whole, fraction } = digits;
  facts.filled++;
  if (length > facts.longest) facts.longest = length;
  if (fraction > 0) {
    // "1.234" may be a thousand and more: the first of them is kept to be shown.
    const mayBeGroup = fraction === 3 && whole <= 3 && Math.abs(number) >= 1;
    if (!mayBeGroup) facts.signs.point++;
    else if (facts.signs.isEither) facts.signs.either++;
    else takeSigns(facts.signs, text(), 1, number);
  }
  if (facts.different !== null) noteDifferent(facts, text(), !Number.isInteger(number));
  takeNumber(facts, number, 1);
}

/** From this share of numbers on, the rest are exceptions. */
const MOSTLY_NUMBERS = 0.8;

/** Whether nearly all filled cells are numbers, those apart that say in words that there is no answer. */
export function isMostlyNumbers({ filled, numbers, words }: Facts): boolean {
  if (words === null || numbers === 0) return false;
  let answers = filled;
  if (numbers < MOSTLY_NUMBERS * filled)
    for (const [word, respondents] of words) if (reasonInWords(word) !== null) answers -= respondents;
  return numbers >= MOSTLY_NUMBERS * answers;
}

/** The widest scale of whole numbers: a code beyond a gap at its end is not a step of the scale. */
const WIDEST_SCALE = 10;

/**
 * Of values that look like "no answer", in their order away from the others: those from the first gap on.
 * @param end the outermost of the others
 */
function beyond(values: readonly number[], end: number, gap: number): number[] {
  let last = end;
  for (const [k, value] of values.entries()) {
    if (Math.abs(value - last) > gap) return values.slice(k);
    last = value;
  }
  return [];
}

/** The numbers that look like "no answer" and stand far above or below all others, or beyond the end of a scale. */
export function outlierCodes({ looks, ordinary, filled, whole }: Facts): { code: string; respondents: number }[] {
  const { lowest, highest, different } = ordinary;
  const range = highest - lowest;
  const isScale = whole && lowest >= 0 && range <= WIDEST_SCALE;
  if (different.length < (isScale ? 2 : 3)) return [];
  const gap = isScale ? 1 : Math.max(2, range / 2);
  const values = [...looks].filter(([, respondents]) => respondents < filled).map(([value]) => value);
  // A 7 is an answer ("never") as often as not; beside both 8 and 9 it is one of them.
  const isSevenIn = looks.has(7) && !(looks.has(8) && looks.has(9));
  const end = isSevenIn ? Math.max(highest, 7) : highest;
  const over = values.filter((value) => value > end).sort((a, b) => a - b);
  const under = values.filter((value) => value < lowest).sort((a, b) => b - a);
  // Among amounts of any size, a negative that nobody could have given needs no gap.
  const below = lowest >= 0 ? under.filter((value) => value < 0) : beyond(under, lowest, gap);
  const outliers = [...below, ...beyond(over, end, gap)];
  return outliers.sort((a, b) => a - b).map((value) => ({ code: String(value), respondents: looks.get(value) ?? 0 }));
}

/** Facts of values that are known with their respondents. */
export function factsAmong(codes: readonly { code: string; respondents: number }[]): Facts {
  const facts = noFacts();
  for (const { code, respondents } of codes) if (respondents > 0) takeValue(facts, code, respondents);
  return facts;
}
