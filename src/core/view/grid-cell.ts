/** A cell of a flat table for a file: text, a number, or nothing. */
export type GridCell = string | number | null;
