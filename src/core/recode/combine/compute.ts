import { type Code, isAnswer } from '../../codebook/types.js';
import type { Column, SetsColumn } from '../../count/column.js';
import { hasAnswered, SET_STATE } from '../../count/set-state.js';
import { eachOption, setOption, wordsFor } from '../../count/option-bits.js';
import { Fault } from '../../fault.js';
import { type Alike, alike } from '../alike.js';
import type { Combine } from './shape.js';
import type { MadeVariable } from '../types.js';

export const MOST_OPTIONS = 500;

/**
 * The level and codes that a combination makes.
 * @example combined({ options: [{ code: 'a', label: 'A' }] }).level // 'multiple'
 */
export function combined({ options }: Pick<Combine, 'options'>): MadeVariable {
  return { level: 'multiple', codes: options.map(({ code, label }) => ({ code, label: label.trim(), missing: null })) };
}

/** A variable to combine, with its codes. */
export interface CombineSource {
  title: string;
  column: Column;
  codes: readonly Code[];
}

export interface Combined {
  /** Of groups of respondents who have the same in all sources. */
  column: SetsColumn;
  groups: Alike;
  respondents: number;
  /** Mentions in the result, as they stand there. */
  kept: number;
  /** Of each source: respondents who answered it, and mentions by option. */
  sources: { answered: number; mentioned: number[] }[];
  /** Respondents by option, of the result. */
  mentioned: number[];
  /** Respondents who answered, and of them those without a mention in the result. */
  answered: number;
  none: number;
  /** Who said "none of these" in a source, and of them those who have a mention in the result. */
  mentions: number;
  contradicted: number;
  /** Respondents whose answers are codes that are no option here, by source. */
  others: number[];
}

/** Reads who answered a source, and what they mention, as sets over the options of the recipe. */
interface Mentions {
  answered: (k: number) => boolean;
  /**
   * Writes the set into `out`, `width` words. Returns what was answered that is no option: `OTHER`, `NONE`, both, 0.
   */
  read: (k: number, out: Uint32Array) => number;
}

/** Answers that are no options: another code, and "none of these". */
const [OTHER, NONE] = [1, 2];

function mentionsOf(
  { column, codes, title }: CombineSource,
  places: ReadonlyMap<string, number>,
  none: ReadonlySet<string>,
): Mentions {
  // Below 0: what is no option.
  const placeOf = (code: string) => places.get(code) ?? (none.has(code) ? -NONE : -OTHER);
  const UNANSWERED = -9;
  if (column.kind === 'coded') {
    const missing = new Set(codes.filter((code) => !isAnswer(code)).map(({ code }) => code));
    const lookup = Int16Array.from([
      UNANSWERED,
      ...column.codes.map((code) => (missing.has(code) ? UNANSWERED : placeOf(code))),
    ]);
    const { values } = column;
    return {
      answered: (k) => lookup[values[k]!] !== UNANSWERED,
      read: (k, out) => {
        const place = lookup[values[k]!]!;
        if (place < 0) return -place;
        setOption({ words: out, width: out.length }, 0, place);
        return 0;
      },
    };
  }
  if (column.kind === 'sets') {
    const { state } = column;
    const lookup = column.options.map(placeOf);
    return {
      answered: (k) => hasAnswered(state[k]!),
      read: (k, out) => {
        let others = 0;
        eachOption(column, k, (option) => {
          const place = lookup[option]!;
          if (place < 0) others |= -place;
          else setOption({ words: out, width: out.length }, 0, place);
        });
        return others;
      },
    };
  }
  throw new Fault('unsupported', `${title} has no categories to combine.`, 'Choose variables with categories.', {
    variable: title,
  });
}

/** Counts each option of a set that so many have. */
function countBits(set: Uint32Array, counts: number[], people: number): void {
  eachOption({ words: set, width: set.length }, 0, (option) => (counts[option]! += people));
}

/** How many options stand in a word. */
function optionsInWord(word: number): number {
  let options = 0;
  for (let rest = word; rest !== 0; rest &= rest - 1) options++;
  return options;
}

/** Joins 32 options of all sets at once: word `w` of the result. */
function joiner({ how, atLeast, sources }: Combine): (sets: readonly Uint32Array[], w: number) => number {
  const enough = how === 'at-least' ? atLeast : 1;
  if (how === 'first-only') {
    return (sets, w) => sets.reduce((word, set, s) => (s === 0 ? set[w]! : word & ~set[w]!), 0);
  }
  if (how === 'all' || enough === sources.length) {
    return (sets, w) => sets.reduce((word, set) => word & set[w]!, -1);
  }
  if (enough === 1) return (sets, w) => sets.reduce((word, set) => word | set[w]!, 0);
  return (sets, w) => {
    let word = 0;
    for (let bit = 0; bit < 32; bit++) {
      let times = 0;
      for (const set of sets) times += (set[w]! >>> bit) & 1;
      if (times >= enough) word |= 1 << bit;
    }
    return word;
  };
}

/**
 * Combines what is mentioned in several variables. "None of these" is worked out from the result: it is who answered
 * and has no mention left, even where a source says otherwise.
 * @param sources in the order of the recipe, all of the same length
 * @example
 * const options = [
 *   { code: 'a', label: 'A' },
 *   { code: 'b', label: 'B' },
 * ];
 * const codes = options.map((option) => ({ ...option, missing: null }));
 * const recipe = { kind: 'combine', sources: [1, 2], how: 'any', atLeast: 1, options, none: [], base: 'any' };
 * const source = (title, ...values) => ({
 *   title,
 *   codes,
 *   column: { kind: 'coded', values: Uint8Array.from(values), codes: ['a', 'b'] },
 * });
 * combine(recipe, [source('First', 1, 2, 0), source('Second', 2, 2, 0)], 3).mentioned; // [1, 2]
 */
export function combine(recipe: Combine, sources: readonly CombineSource[], respondents: number): Combined {
  const count = recipe.options.length;
  const width = wordsFor(count);
  const together = alike(
    sources.map(({ column }) => column),
    respondents,
  );
  const { groups, times } = together;
  const words = new Uint32Array(groups * width);
  const state = new Uint8Array(groups);
  const places = new Map(recipe.options.map(({ code }, k) => [code, k]));
  const noneCodes = new Set(recipe.none);
  const readers = sources.map((source, s) =>
    mentionsOf({ ...source, column: together.columns[s]! }, places, noneCodes),
  );

  const sets = sources.map(() => new Uint32Array(width));
  const tallies = sources.map(() => ({ answered: 0, mentioned: new Array<number>(count).fill(0) }));
  const others = sources.map(() => 0);
  const mentioned = new Array<number>(count).fill(0);
  const join = joiner(recipe);
  const result = new Uint32Array(width);
  let answered = 0;
  let none = 0;
  let mentions = 0;
  let contradicted = 0;
  let kept = 0;
  for (let k = 0; k < groups; k++) {
    const people = times[k]!;
    let in_ = 0;
    let saidNone = false;
    for (let s = 0; s < sets.length; s++) {
      const set = sets[s]!;
      const reader = readers[s]!;
      for (let w = 0; w < width; w++) set[w] = 0;
      if (!reader.answered(k)) continue;
      in_++;
      tallies[s]!.answered += people;
      const beyond = reader.read(k, set);
      if ((beyond & OTHER) !== 0) others[s]! += people;
      if ((beyond & NONE) !== 0) saidNone = true;
      countBits(set, tallies[s]!.mentioned, people);
    }
    if (in_ === 0 || (recipe.base === 'all' && in_ < sources.length)) continue;
    answered += people;
    let has = false;
    for (let w = 0; w < width; w++) {
      const word = join(sets, w);
      result[w] = word;
      words[k * width + w] = word;
      if (word !== 0) has = true;
      kept += people * optionsInWord(word);
    }
    if (has) countBits(result, mentioned, people);
    state[k] = has ? SET_STATE.mentioned : SET_STATE.none;
    if (!has) none += people;
    if (saidNone) mentions += people;
    if (saidNone && has) contradicted += people;
  }
  const options = recipe.options.map(({ code }) => code);
  const column: SetsColumn = { kind: 'sets', words, width, state, options };
  const told = { kept, sources: tallies, mentioned, answered, none, mentions, contradicted, others };
  return { column, groups: together, respondents, ...told };
}

/** What variables call the same code, where they do not call it the same. */
export interface Difference {
  code: string;
  /** A label for each variable; null where it has no such code. */
  labels: (string | null)[];
}

/**
 * Codes that variables to be combined do not share, or call by different labels.
 * @example
 * differencesOf([[{ code: '1', label: 'Yes', missing: null }], [{ code: '1', label: 'No', missing: null }]]);
 * // [{ code: '1', labels: ['Yes', 'No'] }]
 */
export function differencesOf(sources: readonly (readonly Code[])[]): Difference[] {
  const codes = [...new Set(sources.flatMap((source) => source.filter(isAnswer).map(({ code }) => code)))];
  return codes
    .map((code) => ({
      code,
      labels: sources.map((source) => source.find((other) => other.code === code)?.label ?? null),
    }))
    .filter(({ labels }) => new Set(labels.map((label) => label?.trim().toLowerCase())).size > 1);
}
