import type { CodedColumn } from './column.js';
import { nestColumns } from './nest.js';

/**
 * More cells than these are not gone through faster than the respondents once more: each of them is added up into every
 * nest, for each row item.
 */
const MOST_JOINT = 8192;

/** Several nests over few columns, counted as one, and how each nest's counts come out of that. */
export interface Joint {
  /** All columns of the nests, each once. */
  column: CodedColumn;
  /** For each nest the counts of rows by its own cells, out of those of rows by the cells of all. */
  project: ((counts: readonly number[]) => number[])[];
}

const sizeOf = ({ codes }: CodedColumn) => codes.length + 1;

/**
 * Joins nests whose columns together have few combinations, so that a row item is read once for all of them.
 * @returns null where that would not be faster
 * @example
 * const column = (...values) => ({ kind: 'coded', values: Uint8Array.from(values), codes: ['a', 'b'] });
 * const [site, season] = [column(1, 2, 1, 2), column(1, 1, 2, 2)];
 * jointOf([[site], [season]], 4); // null
 */
export function jointOf(nests: readonly (readonly CodedColumn[])[], respondents: number): Joint | null {
  const columns = [...new Set(nests.flat())];
  const cells = columns.reduce((product, column) => product * sizeOf(column), 1);
  if (nests.length < 2 || cells > MOST_JOINT || cells * nests.length > respondents) return null;
  const column = nestColumns(columns, respondents);
  if (!column) return null;
  const strides = new Map<CodedColumn, number>();
  columns.reduceRight((stride, item) => {
    strides.set(item, stride);
    return stride * sizeOf(item);
  }, 1);
  const project = nests.map((nest) => {
    const width = nest.reduce((product, item) => product * sizeOf(item), 1);
    const places = Int32Array.from({ length: cells }, (_, cell) =>
      nest.reduce((place, item) => place * sizeOf(item) + (Math.floor(cell / strides.get(item)!) % sizeOf(item)), 0),
    );
    return (counts: readonly number[]): number[] => {
      const height = counts.length / cells;
      const projected = new Array<number>(height * width).fill(0);
      for (let row = 0; row < height; row++) {
        for (let cell = 0; cell < cells; cell++) projected[row * width + places[cell]!]! += counts[row * cells + cell]!;
      }
      return projected;
    };
  });
  return { column, project };
}
