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

/** What has no place is told at the beginning. */
const START: TextPlace = { line: 1, column: 1, end: 2 };

/** Something that cannot be, where it stands. */
export function problemAt(place: TextPlace | undefined, message: string, mend: string): TextProblem {
  const { line, column, end } = place ?? START;
  return { line, column, end, message, mend };
}
