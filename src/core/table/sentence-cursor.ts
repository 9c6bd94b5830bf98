import { titleOf, type Variable } from '../codebook/types.js';
import { findVariable } from './find-variable.js';

/** Words that begin the parts of a sentence; parts come in any order. */
const PARTS = ['by', 'within', 'only where', 'weighted by'] as const;
export type Part = (typeof PARTS)[number];

/** Where a noun that is not of the study ends, for the message. */
const STOP = /\s*(?:,|[()]|\s(?:and|or|by|split by|within|only where|weighted by)\s|$)/iu;

/** A place in a sentence, from which its words are taken one after the other. */
export class SentenceCursor {
  at = 0;
  readonly #names: readonly string[];

  constructor(
    readonly text: string,
    readonly variables: readonly Variable[],
  ) {
    // The longest first, so that a label that contains another is found whole.
    this.#names = [...new Set(variables.flatMap((variable) => [titleOf(variable), variable.name]))]
      .filter((name) => name !== '')
      .sort((a, b) => b.length - a.length);
  }

  get rest(): string {
    return this.text.slice(this.at);
  }

  isAtEnd(): boolean {
    return /^[\s,]*$/u.test(this.rest);
  }

  /** Passes over what a pattern takes from here on; false, and nothing passed, where it takes nothing. */
  take(pattern: RegExp): RegExpExecArray | null {
    const match = new RegExp(`^(?:${pattern.source})`, pattern.flags).exec(this.rest);
    if (match) this.at += match[0].length;
    return match;
  }

  /** Whether a word that is not cut off stands here; of several the first that does. */
  takeWord<W extends string>(words: readonly W[]): W | null {
    const low = this.rest.toLocaleLowerCase('en');
    const word = words.find((candidate) => {
      const folded = candidate.toLocaleLowerCase('en');
      return folded !== '' && low.startsWith(folded) && !/^[\p{L}\p{N}_]/u.test(low.slice(folded.length));
    });
    if (word === undefined) return null;
    this.at += word.length;
    return word;
  }

  /** The part of a sentence that begins here, commas before it passed over. */
  takePart(): Part | null {
    const before = this.at;
    this.take(/[\s,]*/u);
    const part = this.takeWord([...PARTS].sort((a, b) => b.length - a.length));
    if (part && this.take(/\s+/u)) return part;
    this.at = before;
    return null;
  }

  /** Whether a variable of the study is named here. */
  isAtNoun(): boolean {
    const before = this.at;
    const is = this.takeWord(this.#names) !== null;
    this.at = before;
    return is;
  }

  /** The variable named here. @throws Fault with the nearest names where it is none of the study */
  takeVariable(field: string): Variable {
    const name = this.takeWord(this.#names);
    if (name !== null) return findVariable(this.variables, name, field);
    const unknown = this.rest.slice(0, STOP.exec(this.rest)?.index ?? undefined).trim();
    return findVariable(this.variables, unknown, field);
  }
}
