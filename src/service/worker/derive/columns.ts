import type { Code } from '../../../core/codebook/types.js';
import type { Histogram, NumberSummary } from '../../../core/codebook/summary-shape.js';
import { histogramOf, summaryOf } from '../../../core/codebook/summary.js';
import { type CodedColumn, type Column, lowBits, type SetsColumn, wordAt } from '../../../core/count/column.js';
import { numberPlaces } from '../../../core/count/number-places.js';
import { hasAnswered } from '../../../core/count/set-state.js';
import { Fault } from '../../../core/fault.js';
import type { Values } from '../../../core/recode/derivation.js';
import { knownTexts, type Texts } from '../../../core/recode/texts.js';
import { tally } from '../../../core/recode/source-columns.js';
import { cellReader } from '../../../store/cells.js';
import { cachedTexts, studyFileAt } from '../column-cache.js';
import type { DerivedColumn, DerivedFigures, DeriveSource } from './types.js';

/** What each respondent has in a column, as a text. @throws Fault of a question, whose respondents have several */
export function textsOf(file: string, { column: id, title }: DeriveSource, column: Column): Texts {
  if (column.kind === 'coded') return knownTexts({ distinct: column.codes, place: column.values });
  if (column.kind === 'number') {
    const { values, words } = column;
    const low = lowBits(values);
    const at = (k: number) => (Number.isNaN(values[k]) ? (words[wordAt(low, k) - 1] ?? null) : String(values[k]));
    return { at, known: null };
  }
  if (column.kind === 'text') {
    const known = cachedTexts(file, id);
    if (known) return knownTexts(known);
    const read = cellReader(studyFileAt(file), id);
    const at = (k: number) => {
      const [cell] = read(k, k + 1);
      return cell == null ? null : String(cell);
    };
    return { at, known: null };
  }
  throw new Fault(
    'unsupported',
    `${title} is a multiple-response question.`,
    'Choose a variable with one answer a respondent.',
    { variable: title },
  );
}

/** What was made, as it is kept. */
export function kept(values: Values, codes: readonly Code[]): { column: DerivedColumn; figures: DerivedFigures } {
  switch (values.is) {
    case 'codes':
      return keptCodes(values.values, codes);
    case 'sets':
      return keptSets(values.column, values.mentioned);
    case 'numbers':
      return keptNumbers(values.values, values.wordOf, values.words, values.missing);
  }
}

const noSummary = { summary: null as NumberSummary | null, histogram: null as Histogram | null };

/** A column of codes, with its frequencies. @param values 0 is blank, k the code at k - 1 */
function keptCodes(
  values: Uint8Array | Uint16Array,
  newCodes: readonly Code[],
): { column: DerivedColumn; figures: DerivedFigures } {
  const column: CodedColumn = { kind: 'coded', values, codes: newCodes.map(({ code }) => code) };
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
function keptSets(
  { words, state, width, options }: SetsColumn,
  mentioned: readonly number[],
): { column: DerivedColumn; figures: DerivedFigures } {
  const blank = state.reduce((sum, value) => sum + (hasAnswered(value) ? 0 : 1), 0);
  const codes = options.map((code, j) => ({ code, respondents: mentioned[j] ?? 0 }));
  return {
    column: { storage: 'sets', width, blank, codes, values: words, state },
    figures: { codes, blank, ...noSummary },
  };
}

/** The numbers among some values, sorted upwards; looked up and counted, which is quicker than comparing. */
function upwards(values: Float64Array): Float64Array {
  const { distinct, place } = numberPlaces(values, 0);
  const times = new Int32Array(distinct.length);
  let numbers = 0;
  for (let k = 0; k < place.length; k++) {
    if (place[k] === -1) continue;
    times[place[k]!]!++;
    numbers++;
  }
  const sorted = new Float64Array(numbers);
  let at = 0;
  for (let k = 0; k < distinct.length; k++) {
    sorted.fill(distinct[k]!, at, at + times[k]!);
    at += times[k]!;
  }
  return sorted;
}

/** The upper half of a NaN's bits. */
const NAN_UPPER = 0x7ff80000;

/**
 * A column of numbers, with its distribution.
 * @param wordOf of those without a number: 0 blank, k the word at k - 1
 * @param missing numbers that are codes for no answer
 */
function keptNumbers(
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
  const all = upwards(values);
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
