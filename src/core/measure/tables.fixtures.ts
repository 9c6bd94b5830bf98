import fc from 'fast-check';
import { reduceTable } from '../crosstab.js';

export const table = (counts: number[][]) => reduceTable(counts).table;

/** Tables of 2 to 5 rows and columns, with no empty row or column. */
export const tables = fc
  .tuple(fc.integer({ min: 2, max: 5 }), fc.integer({ min: 2, max: 5 }))
  .chain(([rows, columns]) =>
    fc.array(fc.array(fc.integer({ min: 0, max: 60 }), { minLength: columns, maxLength: columns }), {
      minLength: rows,
      maxLength: rows,
    }),
  )
  .filter(
    (counts) =>
      counts.every((row) => row.some((n) => n > 0)) && counts[0]!.every((_, j) => counts.some((row) => row[j]! > 0)),
  );
