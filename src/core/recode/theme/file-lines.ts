import { Fault } from '../../fault.js';

/** A line of a file, with its number. */
export interface FileLine {
  line: number;
  cells: readonly string[];
}

/** A line whose cells are asked for by the names of their columns; a column that is not there is empty. */
export interface NamedLine<C extends string> {
  line: number;
  cell: (column: C) => string;
}

/**
 * The lines of a file under its heading, in which columns stand in any order.
 * @param columns all that are known
 * @param needed those that must be there
 * @throws Fault where one of them is not
 */
export function namedLines<C extends string>(
  [heading, ...lines]: readonly FileLine[],
  columns: readonly C[],
  needed: readonly C[],
): NamedLine<C>[] {
  const names = (heading?.cells ?? []).map((name) => name.trim().toLowerCase());
  const absent = needed.find((name) => !names.includes(name));
  if (absent !== undefined)
    throw new Fault('invalid', `The file has no column “${absent}”.`, `Its first line names ${columns.join(', ')}.`, {
      line: 1,
    });
  return lines.map(({ line, cells }) => ({ line, cell: (column) => cells[names.indexOf(column)] ?? '' }));
}
