import type { CodebookFile, FileCode, FileVariable } from '../../core/codebook/codebook-file.js';

/** A column of a data file that is written, as its codebook needs it. */
export interface WrittenColumn {
  variable: FileVariable;
  /** The variable's own list or that which it shares. */
  codes: readonly FileCode[];
  /** Respondents by code; empty where the column is not kept by codes. */
  respondents: ReadonlyMap<string, number>;
  /** Of a column with numbers only. */
  range: { from: number; to: number } | null;
  /** Characters of its longest value. */
  longest: number;
}

/** A study as its codebooks are written. */
export interface WrittenStudy {
  name: string;
  subtitle: string;
  dataFile: string;
  respondents: number;
  codebook: CodebookFile;
  columns: readonly WrittenColumn[];
}

/** What no standard has a place for: workings, the order of all variables, notes and groups, lists that nobody uses. */
export const beyond = ({ codebook: { workings, order, marks, keptLists } }: WrittenStudy) => ({
  workings,
  order,
  marks,
  keptLists,
});
