import { parseNumber } from '../codebook/number.js';
import { type Code, missingIn } from '../codebook/types.js';
import { SET_STATES } from '../count/set-state.js';
import type { Source } from '../recode/derivation.js';
import type { ValueTally } from '../recode/numbers.js';
import type { MadeVariable } from '../recode/types.js';
import type { Proof } from '../recode/proof-shape.js';
import { flag, is, lookup, oneOf, part } from './build.js';
import { type LinkedColumn, mentions, numberIn, optionPart } from './column.js';
import { type Condition, OWN, type Scalar } from './expression.js';
import { ask, type Asking, newValues, sumsOf } from './query.js';

/** A variable that a working stands on, in a linked study: `column` is of nobody, and says what its codes are. */
export interface LinkedSource extends Source {
  /** The id of its column. */
  id: number;
  linked: LinkedColumn;
}

/** What a recipe makes in a linked study: how its values are worked out there. */
export interface LinkedMade extends MadeVariable {
  linked: LinkedColumn;
  proof: Proof;
}

/** How a recipe is made in a linked study: it asks the engine for what it has to know. */
export type DeriveLinked<R> = (recipe: R, sources: readonly LinkedSource[]) => Asking<LinkedMade>;

export const placeOf = ({ id }: Pick<LinkedSource, 'id'>): Scalar => part(id, 'place');
export const stateOf = ({ id }: Pick<LinkedSource, 'id'>): Scalar => part(id, 'state');

/** The codes of a linked column that is coded. */
export const codesInColumn = ({ linked }: Pick<LinkedSource, 'linked'>): readonly string[] =>
  linked.kind === 'coded' ? linked.codes : [];

/** What stands for each code of a coded source. */
export const lookupCodes = (source: LinkedSource, of: (code: string) => number, blank = 0): Scalar =>
  lookup(
    placeOf(source),
    codesInColumn(source).map((code, k) => [k + 1, of(code)] as const),
    blank,
  );

/** Whether a coded source has one of the codes for which something holds. */
export const hasCode = (source: LinkedSource, isOne: (code: string) => boolean): Condition =>
  oneOf(
    placeOf(source),
    codesInColumn(source).flatMap((code, k) => (isOne(code) ? [k + 1] : [])),
  );

/** The options that a question has, and whether each is mentioned. */
export const optionsOf = ({ id, linked }: Pick<LinkedSource, 'id' | 'linked'>): { code: string; holds: Condition }[] =>
  linked.kind === 'sets' ? linked.options.map((code, k) => ({ code, holds: mentions(id, k) })) : [];

/** The states of who answered a question. */
const ANSWERED = [SET_STATES.indexOf('mentioned'), SET_STATES.indexOf('none'), SET_STATES.indexOf('nothing')];

/** Whether somebody in this state answered. @param state as a number of `SET_STATE` */
export const answeredBy = (state: Scalar): Condition => oneOf(state, ANSWERED);

/** The number of each respondent; nothing where there is none, or one that is a code for no answer. */
export const numberOf = ({ linked, id }: LinkedSource, codes: readonly Code[]): Scalar =>
  numberIn(id, linked, missingIn(codes));

/** Respondents by code of a source, and blank ones; of a question by option. */
export function* tallyLinked(source: LinkedSource): Asking<{ blank: number; counts: Map<string, number> }> {
  const { linked, id, title } = source;
  if (linked.kind === 'sets') {
    const options = linked.options.map((_, k) => part(id, optionPart(k)));
    const { sums } = yield* sumsOf([flag(is(stateOf(source), 0)), ...options]);
    return { blank: sums[0]!, counts: new Map(linked.options.map((code, k) => [code, sums[k + 1]!])) };
  }
  const codes = codesInColumn(source);
  const counts = new Map(codes.map((code) => [code, 0]));
  let blank = 0;
  for (const { by, respondents } of yield* ask({ by: [placeOf(source)] })) {
    const place = Number(by[0]);
    if (place < 0) throw newValues(title);
    if (place === 0) blank = respondents;
    else counts.set(codes[place - 1]!, respondents);
  }
  return { blank, counts };
}

/**
 * The different values of a column that is kept as numbers.
 * @param made the column itself, where it is not kept yet
 */
export function* numbersIn(id: number, words: readonly string[], made?: LinkedColumn): Asking<ValueTally> {
  const numbers: [number, number][] = [];
  const times = new Map(words.map((word) => [word, 0]));
  let blank = 0;
  for (const { by, respondents } of yield* ask({ by: [part(id, 'value'), part(id, 'word')], made })) {
    const [value, word] = by;
    if (value !== null) numbers.push([Number(value), respondents]);
    else if (Number(word) > 0) times.set(words[Number(word) - 1]!, respondents);
    else blank += respondents;
  }
  return { numbers: numbers.sort(([a], [b]) => a - b), words: times, blank };
}

/** The different values of a source that holds numbers, with their respondents. */
export function* valuesLinked(source: LinkedSource): Asking<ValueTally> {
  const { linked, id } = source;
  if (linked.kind === 'number') return yield* numbersIn(id, linked.words);
  const { blank, counts } = yield* tallyLinked(source);
  const numbers: [number, number][] = [];
  const words = new Map<string, number>();
  for (const [code, respondents] of counts) {
    const value = parseNumber(code);
    if (value === null) words.set(code, respondents);
    else if (respondents > 0) numbers.push([value, respondents]);
  }
  return { numbers: numbers.sort(([a], [b]) => a - b), words, blank };
}

/** A column of codes, by the place of each respondent's. */
export const codedColumn = (codes: readonly Code[], place: Scalar): LinkedColumn => ({
  kind: 'coded',
  codes: codes.map(({ code }) => code),
  parts: { place },
});

export const own = (name: string): Scalar => part(OWN, name);
