import { parseNumber } from '../codebook/number.js';
import { Fault } from '../fault.js';
import { type CodedColumn, type Column, lowBits, wordAt } from './column.js';
import { type NumberPlaces, numberPlaces } from './number-places.js';

/** A column of numbers, ready to be described in groups. */
export interface NumberColumn {
  /** Each number that somebody has, upwards. */
  distinct: Float64Array;
  /** For each respondent the place of their number in `distinct`; -1: they have none. */
  place: Int32Array;
  /** Whether a respondent has a number, and if not why: NUMBER first, then each code that is no answer. */
  answered: CodedColumn;
}

/** The code under which all who have a number are counted. No number is written so. */
export const NUMBER = 'number';

const narrow = (length: number, codes: number) => (codes < 256 ? new Uint8Array(length) : new Uint16Array(length));

/**
 * A column as numbers. What is no number, and numbers that are codes of no answer, are told apart in `answered`.
 * @param missing codes that are no answer
 * @param places of a column of numbers that are looked at again and again, or in parts: what `numberPlaces` gives
 * @throws Fault where it holds no numbers at all: free text, or several answers each
 * @example
 * const age = { kind: 'coded', values: Uint8Array.of(2, 1, 0, 3), codes: ['41', '17', '99'] };
 * numberColumn(age, 'Age', ['99']).place; // Int32Array.of(0, 1, -1, -1)
 */
export function numberColumn(
  column: Column,
  title: string,
  missing: readonly string[],
  places?: NumberPlaces,
): NumberColumn {
  if (column.kind === 'coded') return ofCodes(column, missing);
  if (column.kind === 'number')
    return ofNumbers(column, missing, places ?? numberPlaces(column.values, column.words.length));
  throw new Fault('unsupported', `${title} holds no numbers.`, 'Choose a variable with categories.', {
    variable: title,
  });
}

function ofCodes(column: CodedColumn, missing: readonly string[]): NumberColumn {
  const { values, codes } = column;
  const numbers = [NaN, ...codes.map((code) => (missing.includes(code) ? NaN : (parseNumber(code) ?? NaN)))];
  const distinct = Float64Array.from([...new Set(numbers.filter((number) => !Number.isNaN(number)))]).sort();
  const places = Int32Array.from(numbers, (number) => (Number.isNaN(number) ? -1 : distinct.indexOf(number)));
  const gone = codes.filter((_, k) => places[k + 1] === -1);
  const folded = [0, ...codes.map((code, k) => (places[k + 1] === -1 ? gone.indexOf(code) + 2 : 1))];
  const place = new Int32Array(values.length);
  const answered = narrow(values.length, gone.length + 2);
  for (let k = 0; k < values.length; k++) {
    place[k] = places[values[k]!]!;
    answered[k] = folded[values[k]!]!;
  }
  return { distinct, place, answered: { kind: 'coded', values: answered, codes: [NUMBER, ...gone] } };
}

function ofNumbers(
  { values, words }: Extract<Column, { kind: 'number' }>,
  missing: readonly string[],
  { distinct, place: all, standing }: NumberPlaces,
): NumberColumn {
  const gone = missing.filter((code) => parseNumber(code) !== null);
  const codeAt = new Map(gone.map((code, k) => [distinct.indexOf(parseNumber(code)!), k + 2]));
  codeAt.delete(-1);
  const codes = [NUMBER, ...gone, ...words];
  // Nobody has a code that is no answer, and those who have a word stand as they do in the column.
  if (codeAt.size === 0 && (gone.length === 0 || words.length === 0))
    return { distinct, place: all, answered: { kind: 'coded', values: standing, codes } };
  const place = codeAt.size === 0 ? all : all.map((at) => (codeAt.has(at) ? -1 : at));
  const answered = narrow(values.length, gone.length + words.length + 2);
  const low = lowBits(values);
  for (let k = 0; k < values.length; k++) {
    const word = all[k] === -1 ? wordAt(low, k) : 0;
    answered[k] = all[k] === -1 ? (word === 0 ? 0 : gone.length + 1 + word) : (codeAt.get(all[k]!) ?? 1);
  }
  return { distinct, place, answered: { kind: 'coded', values: answered, codes } };
}
