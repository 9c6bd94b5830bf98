import { hasOption } from '../count/option-bits.js';
import { kindOf } from './registry.js';
import { hasAnswered } from '../count/set-state.js';
import { lowBits, wordAt } from '../count/column.js';
import { placesOfColumn } from '../count/number-places.js';
import { type Combination, combinationsOf } from './combinations.js';
import { whole } from '../figures.js';
import type { Finding } from './proof-shape.js';
import type { Recipe } from './recipe-shape.js';
import {
  type SpokenValue,
  type HeldVariable,
  type RawValue,
  NOTHING,
  answerOf,
  missing,
  nameOf,
  reasonOf,
} from './spoken-value.js';

/** Reads a column value by value, as text. */
function reader({ column }: HeldVariable): (k: number) => RawValue {
  if (column.kind === 'coded') return (k) => column.codes[(column.values[k] ?? 0) - 1] ?? null;
  if (column.kind === 'text') return (k) => column.values[k] ?? null;
  if (column.kind === 'number') {
    const low = lowBits(column.values);
    return (k) => {
      const value = column.values[k] ?? NaN;
      return Number.isNaN(value) ? (column.words[wordAt(low, k) - 1] ?? null) : String(value);
    };
  }
  const { state, options } = column;
  return (k) => (hasAnswered(state[k] ?? 0) ? options.filter((_, j) => hasOption(column, k, j)) : null);
}

/** What a result says of one respondent. */
function resultOf({ codes, column }: HeldVariable, raw: RawValue): SpokenValue {
  if (raw === null) return NOTHING;
  if (typeof raw !== 'string') return { is: 'mentions', labels: new Set(raw.map((code) => nameOf(codes, code))) };
  const reason = reasonOf(codes, raw);
  return reason !== null && column.kind !== 'sets' ? missing(reason) : answerOf(nameOf(codes, raw));
}

function isSame(wanted: SpokenValue, actual: SpokenValue, alike: boolean): boolean {
  if (wanted.is === 'answer' && actual.is === 'answer') {
    const label = alike ? (actual.labels[0] ?? '').replace(/\s+/gu, ' ').toLocaleLowerCase('en') : actual.labels[0];
    return wanted.labels.some((text) => text === label || (alike && text.toLocaleLowerCase('en') === label));
  }
  if (wanted.is === 'missing') return actual.is === 'missing' && actual.reason === wanted.reason;
  if (wanted.is === 'mentions' && actual.is === 'mentions')
    return wanted.labels.size === actual.labels.size && [...wanted.labels].every((label) => actual.labels.has(label));
  return wanted.is === actual.is;
}

/** Which value a respondent has, as a whole number below `size`, or as any number where there are too many to count. */
interface Keyed {
  size: number | null;
  of: (k: number) => number;
}

function keyed({ column }: HeldVariable): Keyed | null {
  if (column.kind === 'coded') return { size: column.codes.length + 1, of: (k) => column.values[k] ?? 0 };
  if (column.kind === 'number') {
    const { distinct, place } = placesOfColumn(column);
    const low = lowBits(column.values);
    return {
      size: 1 + distinct.length + column.words.length,
      of: (k) => {
        if (place[k] !== -1) return 1 + place[k]!;
        const word = wordAt(low, k);
        return word === 0 ? 0 : distinct.length + word;
      },
    };
  }
  if (column.kind === 'text' || column.width > 1) return null;
  return { size: null, of: (k) => (column.words[k] ?? 0) + (hasAnswered(column.state[k] ?? 0) ? 0x100000000 : 0) };
}

/** Verdicts on combinations of values that were looked at already. */
interface Memory {
  at: (k: number, look: () => boolean) => boolean;
}

/** Up to this many combinations are held in one array. */
const MOST_IN_ARRAY = 64_000_000;

/** Remembers verdicts by small whole numbers in one array, else in maps within maps; null where values have no key. */
function memory(all: readonly HeldVariable[]): Memory | null {
  const keys = all.map(keyed);
  if (keys.some((key) => key === null)) return null;
  const filled = keys.filter((key) => key !== null);
  const size = filled.reduce((product, key) => product * (key.size ?? Infinity), 1);
  if (size <= MOST_IN_ARRAY) {
    const verdicts = new Uint8Array(size);
    return {
      at: (k, look) => {
        let place = 0;
        for (const key of filled) place = place * (key.size ?? 1) + key.of(k);
        let verdict = verdicts[place] ?? 0;
        if (verdict === 0) verdicts[place] = verdict = look() ? 1 : 2;
        return verdict === 1;
      },
    };
  }
  interface Node {
    next: Map<number, Node>;
    verdict: boolean | null;
  }
  const root: Node = { next: new Map(), verdict: null };
  return {
    at: (k, look) => {
      let node = root;
      for (const key of filled) {
        const value = key.of(k);
        let next = node.next.get(value);
        if (!next) node.next.set(value, (next = { next: new Map(), verdict: null }));
        node = next;
      }
      return (node.verdict ??= look());
    },
  };
}

/** Respondents that are looked at where each has to be looked at by itself; evenly over all of them. */
const MOST_ALONE = 20_000;
const LISTED = 4;

const sayRaw = (raw: RawValue) => (raw === null ? 'blank' : String(raw));

/** What came of looking at respondents again. */
interface Compared {
  looked: number;
  differ: number;
  /** The first that are not where the recipe says. */
  wrong: ReadonlySet<string>;
}

/** Compares what a recipe says of values with what was made of them. */
function comparison(recipe: Recipe, sources: readonly HeldVariable[], result: HeldVariable, again: Again) {
  const alike = kindOf(recipe).spellsAlike?.(recipe) ?? false;
  const wrong = new Set<string>();
  let differ = 0;
  return {
    holds: (raws: readonly RawValue[], raw: RawValue): boolean =>
      isSame(again(recipe, sources, raws), resultOf(result, raw), alike),
    note: (raws: readonly RawValue[], raw: RawValue, people: number) => {
      differ += people;
      if (wrong.size < LISTED) wrong.add(`${raws.map(sayRaw).join(', ')} became ${sayRaw(raw)}`);
    },
    close: (looked: number): Compared => ({ looked, differ, wrong }),
  };
}

type Again = NonNullable<ReturnType<typeof kindOf>['again']>;

/** @param all the respondents that were looked at, in words */
function recomputed({ looked, differ, wrong }: Compared, all: string): Finding {
  return {
    id: 'recomputed',
    holds: differ === 0,
    title: 'Worked out again',
    text:
      differ === 0
        ? `From the recipe's words, respondent by respondent: ${all} are where it says.`
        : `${whole(differ)} of ${whole(looked)} respondents are not where the recipe says: ${[...wrong].join('; ')}.`,
    codes: [],
  };
}

/**
 * Works the result of a recipe out again for each combination of values that somebody has: what is right of one
 * respondent is of all who have the same values.
 * @param combinations values of the sources, and of the result last
 * @returns null for a kind of recipe that is checked otherwise
 */
export function recheckCombinations(
  recipe: Recipe,
  sources: readonly HeldVariable[],
  result: HeldVariable,
  combinations: readonly Combination[],
): Finding | null {
  const { again } = kindOf(recipe);
  if (again === null) return null;
  const { holds, note, close } = comparison(recipe, sources, result, again);
  let looked = 0;
  for (const { raw: all, respondents: people } of combinations) {
    const [raws, raw] = [all.slice(0, -1), all.at(-1) ?? null];
    looked += people;
    if (!holds(raws, raw)) note(raws, raw, people);
  }
  return recomputed(close(looked), `all ${whole(looked)}`);
}

/**
 * The same for groups of respondents who have the same in all sources.
 * @param sources with what each group has
 * @param result likewise
 * @param times of each group how many respondents it has
 */
export function recheckGroups(
  recipe: Recipe,
  sources: readonly HeldVariable[],
  result: HeldVariable,
  times: ArrayLike<number>,
): Finding | null {
  const readers = [...sources, result].map(reader);
  const combinations = Array.from(times, (respondents, k) => ({ raw: readers.map((read) => read(k)), respondents }));
  return recheckCombinations(recipe, sources, result, combinations);
}

/**
 * Works the result of a recipe out again, respondent by respondent, from the recipe's words and the labels of source
 * and result, and compares it with what was made. No part of it is shared with what made the result, and codes play no
 * part: two categories that were given one code are told apart by their labels.
 * @returns null for a kind of recipe that is checked otherwise
 */
export function recheck(
  recipe: Recipe,
  sources: readonly HeldVariable[],
  result: HeldVariable,
  respondents: number,
): Finding | null {
  const { again } = kindOf(recipe);
  if (again === null) return null;
  const columns = [...sources, result].map(({ column }) => column);
  const combinations = combinationsOf(columns, respondents);
  if (combinations) return recheckCombinations(recipe, sources, result, combinations);
  const { holds, note, close } = comparison(recipe, sources, result, again);
  const readers = sources.map(reader);
  const readResult = reader(result);
  const recalled = memory([...sources, result]);
  const step = recalled ? 1 : Math.max(1, Math.ceil(respondents / MOST_ALONE));
  const valuesAt = (k: number) => readers.map((read) => read(k));
  let looked = 0;
  for (let k = 0; k < respondents; k += step) {
    const look = () => holds(valuesAt(k), readResult(k));
    looked++;
    if (!(recalled ? recalled.at(k, look) : look())) note(valuesAt(k), readResult(k), 1);
  }
  const all = step === 1 ? `all ${whole(respondents)}` : `${whole(looked)} of ${whole(respondents)}, evenly chosen,`;
  return recomputed(close(looked), all);
}
