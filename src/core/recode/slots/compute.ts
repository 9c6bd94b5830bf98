import type { SetsColumn } from '../../count/column.js';
import { SET_STATE, statesIn } from '../../count/set-state.js';
import { hasOption, setOption, wordsFor, mentionsBy } from '../../count/option-bits.js';
import { type Alike, alike } from '../alike.js';
import type { CountedMissing } from '../counted-missing.js';
import { type Contradictions, settleContradictions } from '../contradictions.js';
import type { GatherSource } from '../gather/compute.js';
import type { MadeVariable } from '../types.js';
import type { Slots } from './shape.js';

export const MOST_OPTIONS = 500;

/**
 * The level and codes that slots make: the codes of their list.
 * @example slotted({ options: [{ code: 'a', label: 'A' }] }).codes // [{ code: 'a', label: 'A', missing: null }]
 */
export function slotted({ options }: Slots): MadeVariable {
  return { level: 'multiple', codes: options.map(({ code, label }) => ({ code, label: label.trim(), missing: null })) };
}

export interface SlotsResult {
  /** Of groups of respondents who have the same in all slots. */
  column: SetsColumn;
  groups: Alike;
  /** Of each slot: respondents with an option, "none of these", a code that is no option, a missing code, nothing. */
  slots: { option: number; none: number; other: number; missing: number; blank: number }[];
  /** Respondents by option. */
  mentioned: number[];
  /** Mentions of an option that the same respondent had mentioned in a slot before: counted once. */
  again: number;
  /** Answers that are no option, by code. */
  others: Map<string, number>;
  /** Respondents who said "none of these". */
  none: number;
  contradictions: Contradictions;
  /** Respondents by how they stand to the question, by the number of the state. */
  states: number[];
}

const [BLANK, MISSING, OTHER, NONE, NOT_ASKED] = [-1, -2, -3, -4, -5];

/** What each value of a slot means: the position of an option, or one of the above. */
function meanings(
  { column, missing, notAsked }: GatherSource,
  positions: ReadonlyMap<string, number>,
  none: string | null,
): Int16Array {
  const meaningOf = (code: string) =>
    positions.get(code) ??
    (code === none ? NONE : notAsked?.includes(code) ? NOT_ASKED : missing.includes(code) ? MISSING : OTHER);
  return Int16Array.from([BLANK, ...column.codes.map(meaningOf)]);
}

/**
 * Brings slots together. An option counts once for a respondent, in however many slots it stands. Who has nothing but
 * blanks and missing codes is blank; an answer that is no option leaves a respondent who answered but mentioned none.
 * @param sources the slots, all of the same length
 * @example
 * const options = [
 *   { code: 'a', label: 'A' },
 *   { code: 'b', label: 'B' },
 * ];
 * const recipe = { kind: 'slots', sources: [1, 2], options, settle: 'exclusive', none: null };
 * const first = { column: { kind: 'coded', values: Uint8Array.of(1, 2), codes: ['a', 'b'] }, missing: [] };
 * const second = { column: { kind: 'coded', values: Uint8Array.of(2, 2), codes: ['a', 'b'] }, missing: [] };
 * slots(recipe, [first, second], 2).column.words; // [3, 2]
 */
export function slots(recipe: Slots, sources: readonly GatherSource[], respondents: number): SlotsResult {
  const together = alike(
    sources.map((source) => source.column),
    respondents,
  );
  const { groups, times } = together;
  const width = wordsFor(recipe.options.length);
  const words = new Uint32Array(groups * width);
  const bits = { words, width };
  const state = new Uint8Array(groups);
  const positions = new Map(recipe.options.map(({ code }, j) => [code, j]));
  const others = new Map<string, number>();
  const saidNone = new Uint8Array(groups);
  let again = 0;
  const columns = sources.map((source, s) => {
    const lookup = meanings(source, positions, recipe.none);
    const { values, codes } = together.columns[s]!;
    const tally = { option: 0, none: 0, other: 0, missing: 0, blank: 0 };
    for (let k = 0; k < groups; k++) {
      const meaning = lookup[values[k]!]!;
      const people = times[k]!;
      if (meaning >= 0) {
        tally.option += people;
        if (hasOption(bits, k, meaning)) again += people;
        setOption(bits, k, meaning);
        state[k] = SET_STATE.mentioned;
      } else if (meaning === BLANK) tally.blank += people;
      else if (meaning === MISSING || meaning === NOT_ASKED) {
        tally.missing += people;
        const why = meaning === MISSING ? SET_STATE['no-answer'] : SET_STATE['not-asked'];
        if (state[k] === SET_STATE.blank || state[k] === SET_STATE['no-answer']) state[k] = why;
      } else if (meaning === NONE) {
        tally.none += people;
        saidNone[k] = 1;
      } else {
        tally.other += people;
        const code = codes[values[k]! - 1]!;
        others.set(code, (others.get(code) ?? 0) + people);
        if (state[k] !== SET_STATE.mentioned) state[k] = SET_STATE.nothing;
      }
    }
    return tally;
  });
  let none = 0;
  for (let k = 0; k < groups; k++) {
    if (saidNone[k] === 0) continue;
    none += times[k]!;
    if (state[k] !== SET_STATE.mentioned) state[k] = SET_STATE.none;
  }
  const exclusive = (recipe.exclusive ?? []).flatMap((code) => positions.get(code) ?? []);
  const rule = recipe.settle ?? 'option';
  const contradictions = settleContradictions({ words, width, state }, saidNone, exclusive, rule, together);
  const options = recipe.options.map(({ code }) => code);
  return {
    column: { kind: 'sets', words, width, state, options },
    groups: together,
    slots: columns,
    mentioned: mentionsBy(bits, recipe.options.length, times),
    again,
    others,
    none,
    contradictions,
    states: statesIn(state, times),
  };
}

/** Options, and the code for none of these, that a slot declares missing. */
export function revivedBySlots(
  recipe: Slots,
  sources: readonly GatherSource[],
  names: readonly string[],
): CountedMissing[] {
  const codes = [...recipe.options.map(({ code }) => code), ...(recipe.none === null ? [] : [recipe.none])];
  return sources.flatMap(({ missing }, k) =>
    codes.filter((code) => missing.includes(code)).map((code) => ({ source: names[k] ?? '', code })),
  );
}
