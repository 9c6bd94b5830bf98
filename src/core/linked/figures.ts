import { histogram, summarize } from '../codebook/summary.js';
import type { Histogram, NumberSummary } from '../codebook/summary-shape.js';
import { parseNumber } from '../codebook/number.js';
import { type Code, missingIn } from '../codebook/types.js';
import { hasAnswered, SET_STATES } from '../count/set-state.js';
import { Fault } from '../fault.js';
import { recheckCombinations } from '../recode/recheck.js';
import type { Recipe } from '../recode/recipe-shape.js';
import type { Finding } from '../recode/proof-shape.js';
import { allCodesOf } from '../recode/source-columns.js';
import type { RawValue } from '../recode/spoken-value.js';
import { flag, is, part } from './build.js';
import { type LinkedColumn, optionPart, shellOf } from './column.js';
import { OWN, type Scalar } from './expression.js';
import { ask, type Asking, sumsOf } from './query.js';
import { type LinkedMade, type LinkedSource, numbersIn } from './source.js';

/** How often each value of a column that was just made stands, as a codebook shows it. */
export interface LinkedFigures {
  /** Of a number the codes among it that are no answers. */
  codes: { code: string; respondents: number }[];
  blank: number;
  summary: NumberSummary | null;
  histogram: Histogram | null;
}

const BARS = 24;

type NumberColumn = Extract<LinkedColumn, { kind: 'number' }>;

function* numberFigures(column: NumberColumn, codes: readonly Code[]): Asking<LinkedFigures> {
  const { numbers, words, blank } = yield* numbersIn(OWN, column.words, column);
  const gone = new Map(
    missingIn(codes).flatMap((code) => (parseNumber(code) === null ? [] : [[parseNumber(code)!, code]])),
  );
  const missing = numbers.flatMap(([value, respondents]) => {
    const code = gone.get(value);
    return code === undefined ? [] : [{ code, respondents }];
  });
  const answers = numbers.filter(([value]) => !gone.has(value));
  return {
    codes: [...missing, ...[...words].map(([code, respondents]) => ({ code, respondents }))],
    blank,
    summary: summarize(answers),
    histogram: histogram(answers, BARS),
  };
}

/** The figures of a column that was just made. */
export function* figuresOf(column: LinkedColumn, codes: readonly Code[]): Asking<LinkedFigures> {
  const plain = { summary: null, histogram: null };
  if (column.kind === 'number') return yield* numberFigures(column, codes);
  if (column.kind === 'sets') {
    const states = SET_STATES.map((_, k) => flag(is(part(OWN, 'state'), k)));
    const options = column.options.map((_, k) => part(OWN, optionPart(k)));
    const { sums } = yield* sumsOf([...states, ...options], null, column);
    const blank = states.reduce((sum, _, k) => sum + (hasAnswered(k) ? 0 : sums[k]!), 0);
    const counted = column.options.map((code, k) => ({ code, respondents: sums[states.length + k]! }));
    return { ...plain, codes: counted, blank };
  }
  if (column.kind === 'text') throw new Error('no working makes text');
  const times = [0, ...column.codes.map(() => 0)];
  for (const { by, respondents } of yield* ask({ by: [part(OWN, 'place')], made: column }))
    times[Number(by[0])]! += respondents;
  const counted = column.codes.map((code, k) => ({ code, respondents: times[k + 1]! }));
  return { ...plain, codes: counted, blank: times[0]! };
}

/** Combinations of values that are looked at again; where there are more, nobody is. */
const MOST_COMBINATIONS = 20_000;
const MOST_KEYS = 60;

/** What tells the values of a column apart, and what stands there. */
interface Keys {
  by: readonly Scalar[];
  raw: (values: readonly (number | string | null)[]) => RawValue;
}

function keysOf(id: number, column: LinkedColumn): Keys {
  switch (column.kind) {
    case 'coded':
      return { by: [part(id, 'place')], raw: ([place]) => column.codes[Number(place) - 1] ?? null };
    case 'text':
      return { by: [part(id, 'text')], raw: ([text]) => (text == null ? null : String(text)) };
    case 'number':
      return {
        by: [part(id, 'value'), part(id, 'word')],
        raw: ([value, word]) => (value == null ? (column.words[Number(word) - 1] ?? null) : String(value)),
      };
    case 'sets':
      return {
        by: [part(id, 'state'), ...column.options.map((_, k) => part(id, optionPart(k)))],
        raw: ([state, ...options]) =>
          hasAnswered(Number(state)) ? column.options.filter((_, k) => options[k] === 1) : null,
      };
  }
}

/**
 * Works a working out again by its words, for each combination of values that somebody has: the database says which
 * those are, and what it made of them.
 * @returns null where it is checked otherwise, or the combinations are too many
 */
export function* recheckLinked(
  recipe: Recipe,
  sources: readonly LinkedSource[],
  { linked, codes }: LinkedMade,
): Asking<Finding | null> {
  if (sources.some((source) => source.linked.kind === 'text')) return null;
  const keys = [...sources.map((source) => keysOf(source.id, source.linked)), keysOf(OWN, linked)];
  const by = keys.flatMap((key) => key.by);
  if (by.length > MOST_KEYS) return null;
  let rows;
  try {
    rows = yield* ask({ by, made: linked, most: MOST_COMBINATIONS });
  } catch (error) {
    if (!(error instanceof Fault && error.kind === 'too-large')) throw error;
    return null;
  }
  const combinations = rows.map((row) => {
    let at = 0;
    const raw = keys.map((key) => key.raw(row.by.slice(at, (at += key.by.length))));
    return { raw, respondents: row.respondents };
  });
  const held = sources.map((source) => ({ column: source.column, codes: allCodesOf(source) }));
  return recheckCombinations(recipe, held, { column: shellOf(linked), codes }, combinations);
}
