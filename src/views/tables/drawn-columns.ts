import type { NestView } from '../../core/view/types.js';

/** A column that is drawn. */
export interface DrawnColumn {
  nest: number;
  /** Which column of its nest it is. */
  column: number;
  /** Which of all columns it is, where not all are drawn. */
  place?: number;
  key: string;
  isTotal: boolean;
  /** So many before it are not drawn. */
  gap: number;
}

/** The columns of a table that are drawn, from the left. */
export interface DrawnColumns {
  columns: readonly DrawnColumn[];
  /** So many behind the last one are not drawn. */
  after: number;
}

/**
 * The columns of nests that stand side by side.
 * @param wanted places from the left, upwards; null: all
 */
export function drawnColumns(nests: readonly NestView[], wanted: readonly number[] | null): DrawnColumns {
  const all = nests.flatMap(({ leaves }, nest) =>
    leaves.map(({ is, code }, column) => ({ nest, column, key: `${nest} ${code}`, isTotal: is === 'total', gap: 0 })),
  );
  if (!wanted) return { columns: all, after: 0 };
  const columns = wanted.flatMap((place, k) => {
    const column = all[place];
    return column ? [{ ...column, place, gap: place - (wanted[k - 1] ?? -1) - 1 }] : [];
  });
  return { columns, after: all.length - 1 - (wanted.at(-1) ?? -1) };
}
