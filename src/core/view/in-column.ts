import type { Figure } from './types.js';

/**
 * A figure as it is counted in one column.
 * @example
 * const columns = [null, { unit: 'value', decimals: 2 }];
 * const share = { id: 'column-percent', label: '%', unit: 'percent', decimals: 1, cells: [[40, 2]] };
 * inColumn({ ...share, columns }, 1).unit; // 'value'
 */
export const inColumn = (figure: Figure, column: number): Figure =>
  figure.columns ? { ...figure, ...figure.columns[column] } : figure;
