import { type Code, missingIn } from '../../../core/codebook/types.js';
import { type Histogram, histogramOf, type NumberSummary, summaryOf } from '../../../core/codebook/summary.js';
import {
  type CodedColumn,
  type Column,
  hasAnswered,
  lowBits,
  type SetsColumn,
  wordAt,
} from '../../../core/count/column.js';
import { asCountable, type Countable, count } from '../../../core/count/count.js';
import { Fault } from '../../../core/fault.js';
import type { GatherSource } from '../../../core/recode/gather.js';
import { tallyValues, type ValueTally, withNumbers } from '../../../core/recode/numbers.js';
import { codesWithFound } from '../../../core/table/positions.js';
import { cellReader } from '../../../store/cells.js';
import { cachedColumn, studyFileAt } from '../column-cache.js';
import type { DerivedColumn, DerivedFigures, DeriveJob, DeriveSource } from './types.js';

/** A source's column, single or multiple. */
export function countableColumn(file: string, { column, title }: DeriveSource): Countable {
  return asCountable(cachedColumn(file, column), title);
}

/** A source's column, where each respondent has one code at most. @throws Fault for another */
export function codedColumn(file: string, source: DeriveSource): CodedColumn {
  const found = countableColumn(file, source);
  if (found.kind === 'coded') return found;
  const { title } = source;
  throw new Fault(
    'unsupported',
    `${title} is a multiple-response question.`,
    'Choose a variable with one answer a respondent.',
    { variable: title },
  );
}

/** A source's column, read as numbers. @throws Fault for what is text or a question with several answers */
export function numericColumn(file: string, { column, title, level }: DeriveSource): ReturnType<typeof withNumbers> {
  return withNumbers(level === 'text' ? { kind: 'text', values: [] } : cachedColumn(file, column), title);
}

/** The codes of a source, also those that only the data has. */
export function sourceCodes(source: DeriveSource, column: Column): Code[] {
  if (column.kind === 'coded') return codesWithFound(source, column.codes);
  if (column.kind === 'number') return codesWithFound({ codes: source.codes, level: 'number' }, column.words);
  return [...source.codes];
}

/** The columns of all sources, each with its codes that are not answers. */
export function withMissing({ file, sources }: DeriveJob): GatherSource[] {
  return sources.map((source) => {
    const column = codedColumn(file, source);
    const codes = sourceCodes(source, column);
    return {
      column,
      missing: missingIn(codes),
      notAsked: codes.flatMap(({ code, missing }) => (missing === 'not-asked' ? [code] : [])),
    };
  });
}

/** What each respondent has in a column, as a text; null: nothing. */
export function textsOf(file: string, { column: id, title }: DeriveSource): (respondent: number) => string | null {
  const column = cachedColumn(file, id);
  if (column.kind === 'coded') return (k) => column.codes[column.values[k]! - 1] ?? null;
  if (column.kind === 'number') {
    const low = lowBits(column.values);
    return (k) =>
      Number.isNaN(column.values[k]) ? (column.words[wordAt(low, k) - 1] ?? null) : String(column.values[k]);
  }
  if (column.kind === 'text') {
    const read = cellReader(studyFileAt(file), id);
    return (k) => {
      const [cell] = read(k, k + 1);
      return cell == null ? null : String(cell);
    };
  }
  throw new Fault(
    'unsupported',
    `${title} is a multiple-response question.`,
    'Choose a variable with one answer a respondent.',
    { variable: title },
  );
}

// Columns never change, and the cache hands out the same one: its values need counting once.
const tallies = new WeakMap<Column, ValueTally>();

/** The different values of a column, counted once for as long as it is in memory. */
export function talliedOnce(column: Parameters<typeof tallyValues>[0]): ValueTally {
  const known = tallies.get(column) ?? tallyValues(column);
  tallies.set(column, known);
  return known;
}

/** Respondents by code of a column, and blank ones. */
export function tally(column: Countable, respondents: number): { blank: number; counts: Map<string, number> } {
  const found = count({ axes: [column], respondents, mask: null, filtered: [], weight: null }).respondents;
  const codes = column.kind === 'coded' ? column.codes : column.options;
  return { blank: found[0] ?? 0, counts: new Map(codes.map((code, k) => [code, found[k + 1] ?? 0])) };
}

const noSummary = { summary: null as NumberSummary | null, histogram: null as Histogram | null };

/** A column of codes, with its frequencies. @param values 0 is blank, k the code at k - 1 */
export function keptCodes(
  values: Uint8Array | Uint16Array,
  made: readonly Code[],
): { column: DerivedColumn; figures: DerivedFigures } {
  const column: CodedColumn = { kind: 'coded', values, codes: made.map(({ code }) => code) };
  const { blank, counts } = tally(column, values.length);
  const codes = column.codes.map((code) => ({ code, respondents: counts.get(code) ?? 0 }));
  return {
    column: {
      storage: values instanceof Uint8Array ? 'coded8' : 'coded16',
      width: 1,
      blank,
      codes,
      values,
      state: null,
    },
    figures: { codes, blank, ...noSummary },
  };
}

/** A column of sets, with its frequencies. */
export function keptSets(
  { words, state, width, options }: SetsColumn,
  mentioned: readonly number[],
): { column: DerivedColumn; figures: DerivedFigures } {
  const blank = state.reduce((sum, one) => sum + (hasAnswered(one) ? 0 : 1), 0);
  const codes = options.map((code, j) => ({ code, respondents: mentioned[j] ?? 0 }));
  return {
    column: { storage: 'sets', width, blank, codes, values: words, state },
    figures: { codes, blank, ...noSummary },
  };
}

/** The upper half of a NaN's bits. */
const NAN_UPPER = 0x7ff80000;

/**
 * A column of numbers, with its distribution.
 * @param wordOf of those without a number: 0 blank, k the word at k - 1
 * @param missing numbers that are codes for no answer
 */
export function keptNumbers(
  values: Float64Array,
  wordOf: Uint32Array | null,
  words: readonly string[],
  missing: readonly { code: string; respondents: number }[],
): { column: DerivedColumn; figures: DerivedFigures } {
  const halves = new Uint32Array(values.buffer);
  const times = words.map(() => 0);
  let blank = 0;
  for (let k = 0; k < values.length; k++) {
    if (!Number.isNaN(values[k])) continue;
    const word = wordOf === null ? 0 : wordOf[k]!;
    // The lower half of a NaN says which word it stands for.
    halves[2 * k] = word;
    halves[2 * k + 1] = NAN_UPPER;
    if (word > 0) times[word - 1]!++;
    else blank++;
  }
  const without = new Set(missing.map(({ code }) => Number(code)));
  // Not-a-number sorts last.
  const upwards = Float64Array.from(values).sort();
  const all = upwards.subarray(0, values.length - blank - times.reduce((sum, many) => sum + many, 0));
  const numbers = without.size === 0 ? all : all.filter((value) => !without.has(value));
  const codes = words.map((code, k) => ({ code, respondents: times[k]! }));
  return {
    column: {
      storage: 'number',
      width: 1,
      blank,
      codes,
      values: halves,
      state: null,
      histogram: JSON.stringify(histogramOf(all)),
    },
    figures: { codes: [...missing, ...codes], blank, summary: summaryOf(numbers), histogram: histogramOf(numbers, 24) },
  };
}
