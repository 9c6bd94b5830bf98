import type { Code } from '../../../core/codebook/types.js';
import type { Histogram, NumberSummary } from '../../../core/codebook/summary-shape.js';
import { histogram, summarize, type Weighted } from '../../../core/codebook/summary.js';
import { type CodedColumn, type Column, lowBits, wordAt } from '../../../core/count/column.js';
import { numberPlaces } from '../../../core/count/number-places.js';
import { hasAnswered } from '../../../core/count/set-state.js';
import { Fault } from '../../../core/fault.js';
import { wholeNumbers, wholeSets } from '../../../core/recode/whole-values.js';
import type { Grouped, Values } from '../../../core/recode/derivation.js';
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

/** What was made: its figures, and the column that is kept of it. */
interface Kept {
  figures: DerivedFigures;
  /** Worked out when it is asked for: of a proof alone nobody's values are wanted. */
  column: () => DerivedColumn;
}

/** @param groups that the values are of; undefined: each respondent has a value */
export function kept(values: Values, codes: readonly Code[], groups: Grouped | undefined): Kept {
  switch (values.is) {
    case 'codes':
      return keptCodes(values.values, codes);
    case 'sets':
      return keptSets(values, groups);
    case 'numbers':
      return keptNumbers(values, groups);
  }
}

const noSummary = { summary: null as NumberSummary | null, histogram: null as Histogram | null };

/** A column of codes, with its frequencies. @param values 0 is blank, k the code at k - 1 */
function keptCodes(values: Uint8Array | Uint16Array, newCodes: readonly Code[]): Kept {
  const column: CodedColumn = { kind: 'coded', values, codes: newCodes.map(({ code }) => code) };
  const { blank, counts } = tally(column, values.length);
  const codes = column.codes.map((code) => ({ code, respondents: counts.get(code) ?? 0 }));
  const storage = values instanceof Uint8Array ? 'coded8' : 'coded16';
  return {
    figures: { codes, blank, ...noSummary },
    column: () => ({ storage, width: 1, blank, codes, values, state: null }),
  };
}

/** A column of sets, with its frequencies. */
function keptSets(values: Extract<Values, { is: 'sets' }>, groups: Grouped | undefined): Kept {
  const { state, width, options } = values.column;
  const blank = state.reduce((sum, value, k) => sum + (hasAnswered(value) ? 0 : (groups?.times[k] ?? 1)), 0);
  const codes = options.map((code, j) => ({ code, respondents: values.mentioned[j] ?? 0 }));
  return {
    figures: { codes, blank, ...noSummary },
    column: () => {
      const { words, state: states } = wholeSets(values, groups).column;
      return { storage: 'sets', width, blank, codes, values: words, state: states };
    },
  };
}

/** The numbers among some values upwards, each with how many respondents have it. */
function upwards(values: Float64Array, times: ArrayLike<number> | null): Weighted {
  const { distinct, place } = numberPlaces(values, 0);
  const respondents = new Float64Array(distinct.length);
  for (let k = 0; k < place.length; k++) if (place[k] !== -1) respondents[place[k]!]! += times?.[k] ?? 1;
  return Array.from(distinct, (value, k) => [value, respondents[k]!]);
}

/** The upper half of a NaN's bits. */
const NAN_UPPER = 0x7ff80000;

/** Numbers as they are kept: the lower half of a NaN says which word it stands for. */
function keptHalves({ values, wordOf }: Pick<Extract<Values, { is: 'numbers' }>, 'values' | 'wordOf'>): Uint32Array {
  const halves = new Uint32Array(values.buffer);
  for (let k = 0; k < values.length; k++) {
    if (!Number.isNaN(values[k])) continue;
    halves[2 * k] = wordOf === null ? 0 : wordOf[k]!;
    halves[2 * k + 1] = NAN_UPPER;
  }
  return halves;
}

/** A column of numbers, with its distribution. */
function keptNumbers(made: Extract<Values, { is: 'numbers' }>, groups: Grouped | undefined): Kept {
  const { values, wordOf, words, missing } = made;
  const times = words.map(() => 0);
  let blank = 0;
  for (let k = 0; k < values.length; k++) {
    if (!Number.isNaN(values[k])) continue;
    const word = wordOf === null ? 0 : wordOf[k]!;
    const people = groups?.times[k] ?? 1;
    if (word > 0) times[word - 1]! += people;
    else blank += people;
  }
  const without = new Set(missing.map(({ code }) => Number(code)));
  const all = upwards(values, groups?.times ?? null);
  const numbers = without.size === 0 ? all : all.filter(([value]) => !without.has(value));
  const codes = words.map((code, k) => ({ code, respondents: times[k]! }));
  return {
    figures: {
      codes: [...missing, ...codes],
      blank,
      summary: summarize(numbers),
      histogram: histogram(numbers, 24),
    },
    column: () => ({
      storage: 'number',
      width: 1,
      blank,
      codes,
      values: keptHalves(wholeNumbers(made, groups)),
      state: null,
      histogram: JSON.stringify(histogram(all)),
    }),
  };
}
