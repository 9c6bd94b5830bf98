import { total } from '../numerics/total.js';
import type { Weighted } from '../codebook/summary.js';
import { parseNumber } from '../codebook/number.js';
import { type Code, missingIn } from '../codebook/types.js';
import { type Column, lowBits, wordAt } from '../count/column.js';
import { Fault } from '../fault.js';

/** Respondents are read in blocks of this many, which stay in the processor's cache. */
export const BLOCK = 8192;

/** The numbers of one variable, block by block; NaN is no number: a blank, a missing code, a word. */
export interface NumberSource {
  /** Fills `out` with the respondents from `first` on. */
  fill: (out: Float64Array, first: number) => void;
}

/** Refuses what has no numbers. @throws Fault */
export function withNumbers(column: Column, title: string): Exclude<Column, { kind: 'text' } | { kind: 'sets' }> {
  if (column.kind === 'coded' || column.kind === 'number') return column;
  throw column.kind === 'text'
    ? new Fault(
        'unsupported',
        `${title} is text, which has no numbers.`,
        'Convert it to a number first, then use what that makes.',
        { variable: title },
      )
    : new Fault(
        'unsupported',
        `${title} is a multiple-response question.`,
        'Choose a variable with one answer a respondent.',
        { variable: title },
      );
}

/**
 * Reads a column as numbers. Of a coded column, a code counts as the number that it spells.
 * @param codes of the variable; those that are missing are no numbers
 */
export function numberSource(column: ReturnType<typeof withNumbers>, codes: readonly Code[]): NumberSource {
  const missing = missingIn(codes);
  if (column.kind === 'coded') {
    const without = new Set(missing);
    const numbers = Float64Array.from([
      NaN,
      ...column.codes.map((code) => (without.has(code) ? NaN : (parseNumber(code) ?? NaN))),
    ]);
    const { values } = column;
    return {
      fill: (out, first) => {
        const count = Math.min(out.length, values.length - first);
        for (let k = 0; k < count; k++) out[k] = numbers[values[first + k]!]!;
      },
    };
  }
  const { values } = column;
  const without = missing.flatMap((code) => parseNumber(code) ?? []);
  return {
    fill: (out, first) => {
      const count = Math.min(out.length, values.length - first);
      for (let k = 0; k < count; k++) out[k] = values[first + k]!;
      for (const value of without) for (let k = 0; k < count; k++) if (out[k] === value) out[k] = NaN;
    },
  };
}

/** The different values of a column, each with its respondents. */
export interface ValueTally {
  /** Numbers upwards, missing codes that spell numbers among them. */
  numbers: Weighted;
  /** What spells no number. */
  words: ReadonlyMap<string, number>;
  blank: number;
}

/** Up to this many different values are gathered in a table; more are sorted. */
const FEW = 4096;

function tallied(values: Float64Array): { numbers: Weighted; none: number } {
  const table = new Map<number, number>();
  let none = 0;
  for (const value of values) {
    if (Number.isNaN(value)) none++;
    else table.set(value, (table.get(value) ?? 0) + 1);
    if (table.size > FEW) return sorted(values);
  }
  return { numbers: [...table].sort(([a], [b]) => a - b), none };
}

function sorted(values: Float64Array): { numbers: Weighted; none: number } {
  const numbers: [number, number][] = [];
  // Not-a-number sorts last.
  const upwards = Float64Array.from(values).sort();
  let k = 0;
  for (; k < upwards.length && !Number.isNaN(upwards[k]); k++) {
    const last = numbers.at(-1);
    if (last && last[0] === upwards[k]) last[1]++;
    else numbers.push([upwards[k]!, 1]);
  }
  return { numbers, none: upwards.length - k };
}

/** Counts the different values of a column. */
export function tallyValues(column: ReturnType<typeof withNumbers>): ValueTally {
  if (column.kind === 'coded') {
    const times = new Uint32Array(column.codes.length + 1);
    for (const value of column.values) times[value]!++;
    const numbers: [number, number][] = [];
    const words = new Map<string, number>();
    column.codes.forEach((code, k) => {
      const number = parseNumber(code);
      if (number === null) words.set(code, times[k + 1]!);
      else numbers.push([number, times[k + 1]!]);
    });
    return { numbers: numbers.filter(([, count]) => count > 0).sort(([a], [b]) => a - b), words, blank: times[0]! };
  }
  const { numbers, none } = tallied(column.values);
  const words = new Map<string, number>();
  if (column.words.length > 0) {
    const low = lowBits(column.values);
    column.values.forEach((value, k) => {
      const word = Number.isNaN(value) ? column.words[wordAt(low, k) - 1] : undefined;
      if (word !== undefined) words.set(word, (words.get(word) ?? 0) + 1);
    });
  }
  const worded = total([...words.values()]);
  return { numbers, words, blank: none - worded };
}
