import type { Call } from './expression.js';

/** What engines say in ways of their own. Each has one small file; everything else is printed the same for all. */
export interface Dialect {
  /** A name of a table or a column. @throws Fault where the engine has no such names */
  name: (name: string) => string;
  /** A text: the one way in which what users write comes into a statement. @throws Fault where it cannot be held */
  text: (value: string) => string;
  /** A number with a fraction, so that a division has one, too. */
  number: (value: number) => string;
  nothing: string;
  /** What keeps a subquery from being put into the one around it, behind it; empty where engines never do that. */
  fence: string;
  /** A column read as a number; nothing where there is none, or one beyond all numbers. */
  asNumber: (column: string) => string;
  /** A column read as a text; nothing where it is empty. */
  asText: (column: string) => string;
  /** A column read as a number or as a text, with whatever it holds. */
  bare: Readonly<Record<'number' | 'text', (column: string) => string>>;
  /** Whether something does not hold, or is neither. */
  not: (condition: string) => string;
  /** What stands for each value of something; values and results are printed already. */
  lookup: (
    of: string,
    cases: readonly (readonly [value: string, to: number])[],
    otherwise: number,
    blank: number,
  ) => string;
  call: (of: Call, parts: readonly string[]) => string;
}
