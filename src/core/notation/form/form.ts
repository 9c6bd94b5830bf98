import type { Cursor } from './cursor.js';
import type { Speaker } from './speaker.js';

/** How a form is written, for the page on the notation. */
export type Grammar =
  | { is: 'words'; text: string }
  | { is: 'thing'; name: string }
  | { is: 'rule'; name: string }
  | { is: 'sequence'; parts: readonly Grammar[] }
  | { is: 'choice'; parts: readonly Grammar[] }
  | { is: 'optional'; part: Grammar }
  | { is: 'list'; part: Grammar; between: string };

/**
 * How something is said, both ways: what reads it out of a line also prints it, and says how it is written. So parser,
 * printer, completion and the grammar on the page cannot differ.
 * @typeParam T what is said
 */
export interface Form<T> {
  /** Takes it from a line. @throws NO_MATCH where the line does not say it; what was expected is noted in the cursor */
  read: (cursor: Cursor) => T;
  /** The pieces that say it; null where this form cannot. */
  say: (value: T, speaker: Speaker) => readonly string[] | null;
  grammar: Grammar;
}
