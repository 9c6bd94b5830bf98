import type { NamedRecipe } from '../recode/types.js';
import type { Level, MissingReason } from './types.js';

/** A code in a codebook file; without `missing` it is an answer. */
export interface FileCode {
  code: string;
  label: string;
  missing?: MissingReason | undefined;
}

/** What a codebook file says of one column. Codes are given here or by the name of a shared list. */
export interface FileVariable {
  name: string;
  label?: string | undefined;
  question?: string | undefined;
  level?: Exclude<Level, 'multiple'> | undefined;
  codeList?: string | undefined;
  codes?: FileCode[] | undefined;
}

/**
 * A multiple-response question over columns, by their names: a yes/no column for each option, or, where no code means
 * ticked, slots that each hold one code of the same list.
 */
export interface FileMultiple {
  name: string;
  label: string;
  /** Of a column whose code for ticked is its own: that code. */
  columns: { name: string; label: string; ticked?: string | undefined; also?: string[] | undefined }[];
  /** The code that means ticked. */
  ticked?: string | undefined;
  none?: string | undefined;
}

/** A variable that a working makes; a column of its name in the file is not taken in, but made again. */
export interface FileWorking {
  name: string;
  label: string;
  question?: string | undefined;
  recipe: NamedRecipe;
}

/** What an analyst says of a variable beyond its entry. */
export interface FileMarks {
  note?: string | undefined;
  group?: string | undefined;
  starred?: boolean | undefined;
  /** Codes in the order in which they are shown. */
  shownOrder?: string[] | undefined;
  aside?: boolean | undefined;
}

/** A codebook that travels beside a data file. */
export interface CodebookFile {
  name?: string | undefined;
  subtitle?: string | undefined;
  codeLists?: Record<string, FileCode[]> | undefined;
  variables: FileVariable[];
  multiple?: FileMultiple[] | undefined;
  /** In the order in which they are to be made. */
  workings?: FileWorking[] | undefined;
  /** Names of all variables in the order of the roster. */
  order?: string[] | undefined;
  /** By the variable's name. */
  marks?: Record<string, FileMarks> | undefined;
  /** Lists that stay though nobody uses them, by name. */
  keptLists?: Record<string, FileCode[]> | undefined;
}
