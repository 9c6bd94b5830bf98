import type { CodedColumn } from './column.js';
import { countCells } from './count-cells.js';
import type { Joint } from './joint.js';

/** The cells of a row item by one nest, row-major, added up out of those of the joint. */
function projected(counted: Float64Array, cells: number, width: number, places: Int32Array): number[] {
  const height = counted.length / cells;
  const own = new Array<number>(height * width).fill(0);
  for (let row = 0; row < height; row++)
    for (let cell = 0; cell < cells; cell++) own[row * width + places[cell]!]! += counted[row * cells + cell]!;
  return own;
}

/**
 * Counts row items by all nests of a joint, in one pass over the respondents.
 * @returns for each row item, for each nest of the joint, its cells row-major, the blanks first on every axis
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 1, 0), codes: ['a', 'b'] };
 * const season = { kind: 'coded', values: Uint8Array.of(1, 1, 0, 1), codes: ['x'] };
 * const [joint] = jointsOf([[season]], 4);
 * countJoint([site], joint, { respondents: 4, mask: null })[0][0]; // [0, 1, 1, 1, 0, 1]
 */
export function countJoint(
  rows: readonly CodedColumn[],
  { columns, cells, nests }: Joint,
  who: { respondents: number; mask: Uint8Array | null },
): number[][][] {
  return countCells(rows, columns, { ...who, weight: null }).map(({ respondents }) =>
    nests.map(({ width, places }) => projected(respondents, cells, width, places)),
  );
}
