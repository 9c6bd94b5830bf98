import type { SetsColumn } from './column.js';
import { maskOf, setOption, wordsFor } from './option-bits.js';
import { SET_STATE } from './set-state.js';

/**
 * A question whose options are nets of another's: who mentions at least one option of a net has it, once.
 * @param nets the options of each net, by their codes; one that the question has not is nobody's
 * @example
 * const crops = {
 *   kind: 'sets',
 *   words: Uint32Array.of(0b011, 0b100),
 *   width: 1,
 *   state: Uint8Array.of(1, 1),
 *   options: ['beans', 'kale', 'leek'],
 * };
 * netColumn(crops, [['beans', 'kale'], ['kale', 'leek']]).words; // [3, 2]
 */
export function netColumn(question: SetsColumn, nets: readonly (readonly string[])[]): SetsColumn {
  const { state, options } = question;
  const masks = nets.map((codes) =>
    maskOf(
      codes.map((code) => options.indexOf(code)).filter((option) => option >= 0),
      question.width,
    ),
  );
  const width = wordsFor(nets.length);
  const words = new Uint32Array(state.length * width);
  for (let k = 0; k < state.length; k++) {
    if (state[k] !== SET_STATE.mentioned) continue;
    masks.forEach((mask, net) => {
      if (mask.some((bits, w) => (bits & question.words[k * question.width + w]!) !== 0))
        setOption({ words, width }, k, net);
    });
  }
  return { kind: 'sets', words, width, state, options: nets.map((_, net) => String(net)) };
}
