import type { PlacedCell } from './placed-cells.js';

/**
 * Where the text of a cell stands in it: names and texts at the left, as the corner over them; what heads several
 * columns in their middle; figures and their headings at the right.
 * @example
 * standsAt({ cell: { text: '12', heads: null, columns: 1, lines: 1 }, line: 0, column: 1 }); // 'right'
 */
export function standsAt({ cell: { heads, columns, isText }, column }: PlacedCell): 'left' | 'center' | 'right' {
  const isOver = heads === 'columns';
  if (isText || heads === 'line' || (isOver && column === 0)) return 'left';
  return isOver && columns > 1 ? 'center' : 'right';
}
