import { cellsOfColumns } from './axis.js';
import type { CodedColumn } from './column.js';

/** More cells than these do not stay near the processor while respondents are counted into them. */
const MOST_JOINT = 8192;
/** A row of more codes is counted by itself. */
export const MOST_ROW_CODES = 63;

/** A nest in a joint: how many cells it has, and for each cell of the joint the one of its own. */
interface Projection {
  /** Which of the nests it is. */
  nest: number;
  width: number;
  places: Int32Array;
}

/** Several nests over few columns, counted as one, and how each nest's counts come out of that. */
export interface Joint {
  /** All columns of the nests, each once. */
  columns: readonly CodedColumn[];
  cells: number;
  nests: readonly Projection[];
}

const sizeOf = ({ codes }: CodedColumn) => codes.length + 1;

/** Nests whose columns together have few combinations, one group after the other; those with too many are in none. */
function grouped(nests: readonly (readonly CodedColumn[])[], respondents: number): number[][] {
  const groups: { nests: number[]; columns: Set<CodedColumn> }[] = [];
  nests.forEach((nest, k) => {
    const fits = groups.find(({ columns, nests: others }) => {
      const cells = cellsOfColumns([...new Set([...columns, ...nest])]);
      // Each cell is added up into every nest: more of that than there are respondents takes longer than it saves.
      return cells <= MOST_JOINT && cells * (others.length + 1) <= respondents;
    });
    if (fits) {
      fits.nests.push(k);
      nest.forEach((column) => fits.columns.add(column));
    } else if (cellsOfColumns(nest) <= Math.min(MOST_JOINT, respondents)) {
      groups.push({ nests: [k], columns: new Set(nest) });
    }
  });
  return groups.map((group) => group.nests);
}

/**
 * Joins nests whose columns together have few combinations, so that respondents are gone through once for all of them.
 * @returns the joints; a nest that has too many combinations by itself is in none
 * @example
 * const column = (...values) => ({ kind: 'coded', values: Uint8Array.from(values), codes: ['a', 'b'] });
 * const [site, season] = [column(1, 2, 1, 2), column(1, 1, 2, 2)];
 * jointsOf([[site], [season]], 4).length; // 2
 */
export function jointsOf(nests: readonly (readonly CodedColumn[])[], respondents: number): Joint[] {
  return grouped(nests, respondents).map((group): Joint => {
    const columns = [...new Set(group.flatMap((k) => nests[k]!))];
    const cells = cellsOfColumns(columns);
    const strides = new Map<CodedColumn, number>();
    columns.reduceRight((stride, item) => {
      strides.set(item, stride);
      return stride * sizeOf(item);
    }, 1);
    const projections = group.map((k): Projection => {
      const nest = nests[k]!;
      const places = new Int32Array(cells);
      for (const item of nest) {
        const [size, stride] = [sizeOf(item), strides.get(item)!];
        for (let cell = 0; cell < cells; cell++)
          places[cell] = places[cell]! * size + (Math.trunc(cell / stride) % size);
      }
      return { nest: k, width: cellsOfColumns(nest), places };
    });
    return { columns, cells, nests: projections };
  });
}
