import { cellsOfColumns } from './axis.js';
import type { CodedColumn, SetsColumn } from './column.js';
import { type CellSums, countCells } from './count-cells.js';
import { type Cells, MOST_TOGETHER } from './count-plainly.js';
import { countSets, countsInBlocks } from './count-sets.js';
import type { Who } from './kernel/stretch.js';
import { SET_STATES } from './set-state.js';

/**
 * Whether a question by groups is counted in blocks of options, with its pairs.
 * @example isCountedInBlocks({ options: ['beans', 'kale'] }, []) // true
 */
export function isCountedInBlocks({ options }: Pick<SetsColumn, 'options'>, groups: readonly CodedColumn[]): boolean {
  const size = cellsOfColumns(groups);
  return options.length > 0 && options.length ** 2 * size <= MOST_TOGETHER && countsInBlocks(options.length, size);
}

/** How respondents stand to the question, as codes: the state before "mentioned" is the blank. */
const statesOf = ({ state }: SetsColumn): CodedColumn => ({
  kind: 'coded',
  values: state,
  codes: SET_STATES.slice(1),
});

/**
 * The cells of a question by groups: how respondents stand to it, and who mentions each option, alone and with others.
 * @example
 * const crops = {
 *   kind: 'sets',
 *   words: Uint32Array.of(1, 3, 0),
 *   width: 1,
 *   state: Uint8Array.of(1, 1, 0),
 *   options: ['beans', 'kale'],
 * };
 * // One left it blank, two mention beans and one kale; two mention something.
 * countQuestion(crops, [], { respondents: 3, mask: null, weight: null }).respondents.slice(0, 4); // [1, 2, 1, 2]
 */
export function countQuestion(question: SetsColumn, groups: readonly CodedColumn[], who: Who): Cells {
  const options = question.options.length;
  const width = cellsOfColumns(groups);
  const states: CellSums = countCells([statesOf(question)], groups, who)[0]!;
  const pairs = countSets(question, groups, who);
  const cellsOf = (standing: Float64Array, together: Float64Array): number[] => {
    const cells = new Array<number>((options + SET_STATES.length) * width).fill(0);
    for (let g = 0; g < width; g++) {
      cells[g] = standing[g]!;
      for (let j = 0; j < options; j++) cells[(j + 1) * width + g] = together[(g * options + j) * options + j]!;
      for (let s = 1; s < SET_STATES.length; s++) cells[(options + s) * width + g] = standing[s * width + g]!;
    }
    return cells;
  };
  const respondents = cellsOf(states.respondents, pairs.respondents);
  if (!pairs.weights || !states.weights)
    return { respondents, weights: null, together: { sums: Array.from(pairs.respondents), squares: null } };
  const { sums, squares } = pairs.weights;
  return {
    respondents,
    weights: { sums: cellsOf(states.weights.sums, sums), squares: cellsOf(states.weights.squares, squares) },
    together: { sums: Array.from(sums), squares: Array.from(squares) },
  };
}
