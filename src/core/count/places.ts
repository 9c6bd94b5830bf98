import { hasOption, setOption } from './option-bits.js';
import type { CodedColumn, SetsColumn } from './column.js';
import { SET_STATE, SET_STATES } from './set-state.js';

/** The place of each value of a slot among the options of the question; -1: none. */
function optionsIn({ codes }: CodedColumn, options: readonly string[]): Int16Array {
  return Int16Array.from([-1, ...codes.map((code) => options.indexOf(code))]);
}

/**
 * The question with no more of each respondent than the option mentioned first, in the order of the slots. Who mentions
 * nothing stands as in the question itself, and what the rule for contradictions took away is no mention.
 * @example
 * const slots = [
 *   { kind: 'coded', values: Uint8Array.of(2, 1), codes: ['a', 'b'] },
 *   { kind: 'coded', values: Uint8Array.of(1, 0), codes: ['a', 'b'] },
 * ];
 * const question = {
 *   kind: 'sets',
 *   words: Uint32Array.of(3, 1),
 *   width: 1,
 *   state: Uint8Array.of(1, 1),
 *   options: ['a', 'b'],
 * };
 * firstMention(question, slots).words; // [2, 1]
 */
export function firstMention(question: SetsColumn, slots: readonly CodedColumn[]): SetsColumn {
  const { width, state, options } = question;
  const words = new Uint32Array(question.words.length);
  const places = new Uint8Array(state.length);
  for (const slot of slots) {
    const option = optionsIn(slot, options);
    for (let k = 0; k < state.length; k++) {
      const place = option[slot.values[k] ?? 0] ?? -1;
      if (places[k] === 1 || place < 0 || state[k] !== SET_STATE.mentioned || !hasOption(question, k, place)) continue;
      places[k] = 1;
      setOption({ words, width }, k, place);
    }
  }
  return { ...question, words };
}

interface Ranked {
  question: SetsColumn;
  slots: readonly CodedColumn[];
  /** What stands across, the outermost first. */
  by: readonly CodedColumn[];
  mask: Uint8Array | null;
  weight: Float64Array | null;
}

/**
 * The places at which options are mentioned, added up in each cell of the count array of the question by `by`: 1 for a
 * respondent's first mention, 2 for the second. Slots that are left empty, say an option again or hold what the rule
 * for contradictions took away have no place.
 * @example
 * const slots = [
 *   { kind: 'coded', values: Uint8Array.of(2, 1), codes: ['a', 'b'] },
 *   { kind: 'coded', values: Uint8Array.of(1, 0), codes: ['a', 'b'] },
 * ];
 * const question = {
 *   kind: 'sets',
 *   words: Uint32Array.of(3, 1),
 *   width: 1,
 *   state: Uint8Array.of(1, 1),
 *   options: ['a', 'b'],
 * };
 * // Of option a: second for the first respondent, first for the second.
 * rankSums({ question, slots, by: [], mask: null, weight: null }).slice(1, 3); // [3, 1]
 */
export function rankSums({ question, slots, by, mask, weight }: Ranked): number[] {
  const { options, state } = question;
  const sizes = by.map(({ codes }) => codes.length + 1);
  const width = sizes.reduce((product, size) => product * size, 1);
  // Blank first, then the options, then how respondents stand to the question, which have no place.
  const sums = new Float64Array((options.length + SET_STATES.length) * width);
  const places = slots.map((slot) => optionsIn(slot, options));
  const seen = new Int32Array(options.length).fill(-1);
  for (let k = 0; k < state.length; k++) {
    const w = weight ? weight[k]! : 1;
    if ((mask && mask[k] === 0) || !(w > 0 && w < Infinity) || state[k] !== SET_STATE.mentioned) continue;
    let group = 0;
    for (let c = 0; c < by.length; c++) group = group * sizes[c]! + by[c]!.values[k]!;
    let place = 0;
    slots.forEach((slot, s) => {
      const option = places[s]![slot.values[k]!]!;
      if (option < 0 || seen[option] === k || !hasOption(question, k, option)) return;
      seen[option] = k;
      place++;
      sums[(option + 1) * width + group]! += w * place;
    });
  }
  return Array.from(sums);
}
