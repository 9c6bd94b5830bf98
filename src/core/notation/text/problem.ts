/** A place in a text: lines and columns count from 1; a column is one of UTF-16 units. */
export interface TextPlace {
  line: number;
  column: number;
  /** Behind its last letter, in the same line. */
  end: number;
}

/** Something that a text says and that cannot be, where it stands, and the mend. */
export interface TextProblem extends TextPlace {
  message: string;
  mend: string;
}
