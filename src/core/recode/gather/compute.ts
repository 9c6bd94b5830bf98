import type { CodedColumn, SetsColumn } from '../../count/column.js';
import { SET_STATE, statesIn } from '../../count/set-state.js';
import { mentionsBy, setOption, wordsFor } from '../../count/option-bits.js';
import { alike, spreadSets } from '../alike.js';
import type { CountedMissing } from '../counted-missing.js';
import { type Contradictions, settleContradictions } from '../contradictions.js';
import type { Gather, GatherItem } from './shape.js';
import type { MadeVariable } from '../types.js';

/** More options than this is a mistake in the selection. */
export const MOST_OPTIONS = 500;

/**
 * The level and codes that a gather makes; options are coded 1, 2, ... in their order.
 * @example
 * const item = (source, label) => ({ source, label, ticked: '1' });
 * const recipe = { kind: 'gather', items: [item(1, 'Beans'), item(2, 'Kale')], none: null, settle: 'exclusive' };
 * gathered(recipe).codes.map(({ code, label }) => [code, label]); // [['1', 'Beans'], ['2', 'Kale']]
 */
export function gathered(recipe: Gather): MadeVariable {
  return {
    level: 'multiple',
    codes: recipe.items.map((item, k) => ({ code: String(k + 1), label: item.label.trim(), missing: null })),
  };
}

export interface GatherResult {
  column: SetsColumn;
  /** Respondents by option: ticked, another answer, missing code, blank. */
  options: { ticked: number; unticked: number; missing: number; blank: number }[];
  /** Respondents by option, once contradictions are settled. */
  mentioned: number[];
  /** Respondents who ticked "none of these". */
  none: number;
  contradictions: Contradictions;
  /** Respondents by how they stand to the question, by the number of the state. */
  states: number[];
}

/** A column with the codes in it that are not answers. */
export interface GatherSource {
  column: CodedColumn;
  missing: readonly string[];
  /** Of the missing ones, those that say that somebody was not asked. */
  notAsked?: readonly string[] | undefined;
}

const [TICKED, UNTICKED, MISSING, BLANK, NOT_ASKED] = [0, 1, 2, 3, 4];

function verdicts(
  { column, missing, notAsked }: GatherSource,
  { ticked, also = [] }: Pick<GatherItem, 'ticked' | 'also'>,
): Uint8Array {
  const verdictOf = (code: string) => {
    if (code === ticked || also.includes(code)) return TICKED;
    return notAsked?.includes(code) ? NOT_ASKED : missing.includes(code) ? MISSING : UNTICKED;
  };
  return Uint8Array.from([BLANK, ...column.codes.map(verdictOf)]);
}

/**
 * Gathers yes/no columns into sets. Who has no answer in any of the columns was not asked, gave no answer or left it
 * blank, by what stands there; who ticked "none of these" and nothing else chose none; who answered but ticked nothing
 * is kept apart from all of these. Contradictions are counted, and settled by the recipe's rule.
 * @param sources a column for each item, then one for `none` where there is one, all of the same length
 * @example
 * const item = (source, label) => ({ source, label, ticked: '1' });
 * const recipe = { kind: 'gather', items: [item(1, 'Beans'), item(2, 'Kale')], none: null, settle: 'exclusive' };
 * const beans = { column: { kind: 'coded', values: Uint8Array.of(1, 1, 2), codes: ['1', '0'] }, missing: [] };
 * const kale = { column: { kind: 'coded', values: Uint8Array.of(1, 2, 2), codes: ['1', '0'] }, missing: [] };
 * gather(recipe, [beans, kale], 3).column.words; // [3, 1, 0]
 */
export function gather(recipe: Gather, sources: readonly GatherSource[], respondents: number): GatherResult {
  const together = alike(
    sources.map((source) => source.column),
    respondents,
  );
  const { groups, times } = together;
  const width = wordsFor(recipe.items.length);
  const words = new Uint32Array(groups * width);
  const bits = { words, width };
  const state = new Uint8Array(groups);
  const answered = new Uint8Array(groups);
  /** Why somebody has no answer, where a code says it. */
  const silent = new Uint8Array(groups);
  const options = recipe.items.map((item, j) => {
    const source = sources[j]!;
    const lookup = verdicts(source, item);
    const { values } = together.columns[j]!;
    const tally = [0, 0, 0, 0, 0];
    for (let k = 0; k < groups; k++) {
      const verdict = lookup[values[k]!]!;
      tally[verdict]! += times[k]!;
      if (verdict === TICKED) {
        setOption(bits, k, j);
        state[k] = SET_STATE.mentioned;
      } else if (verdict === UNTICKED) answered[k] = 1;
      else if (verdict !== BLANK && silent[k] !== NOT_ASKED) silent[k] = verdict;
    }
    return { ticked: tally[0]!, unticked: tally[1]!, missing: tally[2]! + tally[4]!, blank: tally[3]! };
  });
  let none = 0;
  const noneSource = recipe.none ? sources[recipe.items.length] : undefined;
  const noneLookup = noneSource && recipe.none ? verdicts(noneSource, recipe.none) : null;
  const noneColumn = together.columns[recipe.items.length];
  const saidNone = new Uint8Array(groups);
  for (let k = 0; k < groups; k++) {
    const verdict = noneLookup && noneColumn ? noneLookup[noneColumn.values[k]!]! : BLANK;
    if (verdict === TICKED) {
      none += times[k]!;
      saidNone[k] = 1;
    }
    if (state[k] === SET_STATE.mentioned) continue;
    if (verdict === TICKED) state[k] = SET_STATE.none;
    else if (answered[k] === 1 || verdict === UNTICKED) state[k] = SET_STATE.nothing;
    else if (silent[k] === NOT_ASKED || verdict === NOT_ASKED) state[k] = SET_STATE['not-asked'];
    else if (silent[k] === MISSING || verdict === MISSING) state[k] = SET_STATE['no-answer'];
  }
  const exclusive = recipe.items.flatMap((item, j) => (item.exclusive ? [j] : []));
  const rule = recipe.settle ?? 'option';
  const contradictions = settleContradictions({ words, width, state }, saidNone, exclusive, rule, together);
  return {
    column: spreadSets(together, { words, width, state, options: recipe.items.map((_, j) => String(j + 1)) }),
    options,
    mentioned: mentionsBy({ words, width }, recipe.items.length, times),
    none,
    contradictions,
    states: statesIn(state, times),
  };
}

/** Codes for ticked that the sources declare missing. */
export function revivedByGather(recipe: Gather, sources: readonly GatherSource[]): CountedMissing[] {
  return [...recipe.items, ...(recipe.none ? [recipe.none] : [])].flatMap(({ label, ticked, also = [] }, k) =>
    [ticked, ...also].flatMap((code) => (sources[k]?.missing.includes(code) ? [{ source: label, code }] : [])),
  );
}
