import type { Line } from '../text/lines.js';
import type { Token } from '../text/tokens.js';
import type { TextPlace } from '../text/problem.js';

/** What can stand at a place: a word of the notation, or a thing such as a name. */
export interface Expected {
  is: 'word' | 'thing';
  text: string;
}

/** A name of a variable that stands somewhere, as it is meant. */
export interface Reference extends TextPlace {
  of: 'variable' | 'list' | 'code';
  name: string;
  /** Of a code: of which variable. */
  about?: string;
}

/** What names, labels and codes mean in a text. */
export interface Vocabulary {
  /** The name of a variable that is called so, by its name or its label; as it stands where none is. */
  variable: (called: string) => string;
  /** The code of a variable that is called so in quotes: by the code or its label; as it stands where none is. */
  code: (variable: string | null, called: string) => string;
}

/** Nothing is known: names and codes are what they say. */
export const PLAIN: Vocabulary = { variable: (called) => called, code: (_, called) => called };

/** What a form throws where a line does not say it: always the same, as it is thrown for most of what is tried. */
export const NO_MATCH = new Error('the line does not say this');

/** A place in a line, from which its pieces are taken one after the other. */
export class Cursor {
  at = 0;
  /** The variable whose codes are spoken of. */
  about: string | null = null;
  #farthest = 0;
  #expected: Expected[] = [];
  references: Reference[] = [];

  constructor(
    readonly line: Pick<Line, 'at' | 'tokens'>,
    readonly vocabulary: Vocabulary,
    about: string | null = null,
  ) {
    this.about = about;
  }

  get token(): Token | undefined {
    return this.line.tokens[this.at];
  }

  get isAtEnd(): boolean {
    return this.at >= this.line.tokens.length;
  }

  /** Says what was expected here, and gives up. */
  fail(expected: Expected): never {
    this.expect(expected);
    throw NO_MATCH;
  }

  /** Says that this could stand here; the farthest place counts. */
  expect(expected: Expected): void {
    if (this.at < this.#farthest) return;
    if (this.at > this.#farthest) {
      this.#farthest = this.at;
      this.#expected = [];
    }
    if (!this.#expected.some((other) => other.is === expected.is && other.text === expected.text))
      this.#expected.push(expected);
  }

  /** The next piece, which is passed over. */
  next(): Token | undefined {
    return this.line.tokens[this.at++];
  }

  /** Notes what a name just taken refers to. */
  refer(reference: Omit<Reference, keyof TextPlace>, token: Token): void {
    this.references.push({ ...reference, line: this.line.at, column: token.column, end: token.end });
  }

  /** Tries to read; where that fails, stands where it stood. */
  attempt<T>(read: () => T): T | typeof FAILED {
    const { at, about } = this;
    const noted = this.references.length;
    try {
      return read();
    } catch (error) {
      if (error !== NO_MATCH) throw error;
      this.at = at;
      this.about = about;
      this.references.length = noted;
      return FAILED;
    }
  }

  /** How far the line was understood, and what could have stood there. */
  get stuck(): { at: number; expected: readonly Expected[] } {
    return { at: this.#farthest, expected: this.#expected };
  }
}

/** That an attempt failed: no value of a form. */
export const FAILED: unique symbol = Symbol('failed');
