import { or } from '../../words.js';
import { nearestNames } from '../../recode/score/expression/nearest.js';
import { type Cursor, type Expected, type FAILED, type Reference, type Vocabulary } from '../form/cursor.js';
import { Speaker } from '../form/speaker.js';
import type { Form } from '../form/form.js';
import { isReserved } from '../form/words.js';
import { type Line, placeOf } from '../text/lines.js';
import { problemAt, type TextPlace, type TextProblem } from '../text/problem.js';

/** What is gathered while a text is read. */
export class Reader {
  readonly problems: TextProblem[] = [];
  readonly references: Reference[] = [];
  /** The pieces of each line as they are printed. */
  readonly printed = new Map<Line, readonly string[]>();

  constructor(readonly vocabulary: Vocabulary) {}

  /** Notes how a line is printed. */
  print<T>(line: Line, form: Form<T>, value: T, about: string | null): void {
    this.printed.set(line, form.say(value, new Speaker(this.vocabulary, about)) ?? []);
  }

  /** Says that something cannot be. */
  say(place: TextPlace, message: string, mend: string): void {
    this.problems.push(problemAt(place, message, mend));
  }

  /** Says what was expected where a line was not understood. */
  sayStuck(line: Line, cursor: Cursor): void {
    const { at, expected } = cursor.stuck;
    const token = line.tokens[at];
    const last = line.tokens.at(-1)!;
    const place = token
      ? { line: line.at, column: token.column, end: token.end }
      : { line: line.at, column: last.end, end: last.end + 1 };
    this.say(place, messageOf(token?.text, expected), mendOf(token, expected));
  }
}

/** So many things that could stand somewhere are named. */
const MOST_NAMED = 8;

function messageOf(found: string | undefined, expected: readonly Expected[]): string {
  const named = expected.slice(0, MOST_NAMED).map(({ is, text }) => (is === 'word' ? `“${text}”` : text));
  const more = expected.length > MOST_NAMED ? ' and more' : '';
  const here = found === undefined ? 'The line ends here' : `“${found.slice(0, 60)}” stands here`;
  return `${here}, where ${named.length === 0 ? 'nothing' : or(named)}${more} is expected.`;
}

function mendOf(token: { is: string; text: string } | undefined, expected: readonly Expected[]): string {
  const isTermExpected = expected.some(({ is, text }) => is === 'thing' && /^a (?:name|variable|code)/u.test(text));
  if (token?.is === 'word' && isTermExpected && isReserved(token.text))
    return `“${token.text}” is a word of the notation; a name or code that is called so stands in quotes.`;
  const near = nearestNames(
    token?.text ?? '',
    expected.flatMap(({ is, text }) => (is === 'word' ? [text, text.split(' ')[0]!] : [])),
  );
  const [nearest] = near;
  if (token && nearest !== undefined) return `Did you mean “${nearest}”?`;
  if (token?.is === 'word' && expected.some(({ text }) => text === 'a text in quotes')) return 'Texts stand in quotes.';
  return 'See the page on the notation for what can stand here.';
}

/** A form that takes a whole line. @returns FAILED where it does not say it; the cursor knows what was expected */
export function readWhole<T>(form: Form<T>, cursor: Cursor): T | typeof FAILED {
  return cursor.attempt(() => {
    const value = form.read(cursor);
    if (!cursor.isAtEnd) cursor.fail({ is: 'thing', text: 'the end of the line' });
    return value;
  });
}

/** Says that nothing stands under a line. */
export function refuseChildren(reader: Reader, { children }: Line): void {
  const [first] = children;
  if (first) reader.say(placeOf(first), 'Nothing stands under the line above this one.', 'Let it begin further left.');
}
