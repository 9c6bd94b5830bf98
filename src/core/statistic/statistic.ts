import type { AssessRequest } from '../assess/requests.js';
import type { Absent, TestResult, Variant } from '../infer/result.js';
import type { MeasureResult } from '../measure/result.js';
import type { FormOfTable } from '../measure/of-phi-squared.js';
import type { Subjects } from './subjects.js';
import type { WorkedExample } from './worked-example.js';

/**
 * The levels of two variables for which a statistic means something. Two categories always have an order.
 * `ordered`: both have one; `trend`: both, and one at least is more than two categories; `ordered-rows`,
 * `ordered-columns`: that one; `one-ordered`: one is ordered and the other is not.
 */
export type Levels = 'any' | 'ordered' | 'ordered-rows' | 'ordered-columns' | 'one-ordered' | 'trend';

/**
 * The shapes of table on which a statistic has something to say: 2 x 2; any but 2 x 2; two rows or two columns by
 * more; the same categories both ways, of the same people asked twice or of two coders.
 */
export type Shape = 'any' | 'two-by-two' | 'larger' | 'two-lines' | 'paired';

/** What a statistic comes to on figures small enough to follow by hand. */
interface Example {
  request: AssessRequest;
  /** Of a test its statistic, or its p where it has none. */
  value: number;
  /** Where the figures were published. */
  source?: string;
}

/** What every statistic says of itself; one record a statistic, in the file that works it out. */
export interface Statistic<Id extends string, Of extends keyof Subjects, Result> {
  readonly id: Id;
  /** What it is worked out from. */
  readonly of: Of;
  /** The name in the literature. */
  readonly name: string;
  /** In the report sentence. */
  readonly symbol: string;
  /** One line for who meets it for the first time. */
  readonly about: string;
  readonly levels: Levels;
  readonly shape: Shape;
  readonly compute: (subject: Subjects[Of]) => Result | Absent;
  /** How it comes about, step by step; null where that takes more than a few lines. Another route than `compute`. */
  readonly workedExample: ((subject: Subjects[Of], result: Result, variant?: Variant) => WorkedExample | null) | null;
  readonly example: Example;
}

/** A measure of association, of agreement, or of effect. */
export interface Measure<Id extends string = string, Of extends keyof Subjects = keyof Subjects> extends Statistic<
  Id,
  Of,
  MeasureResult
> {
  /** Its name with the titles of the variables in it, where it speaks of rows and columns. */
  readonly nameWith?: (rows: string, columns: string) => string;
  /** The least and the most that it can be; null where it has no upper end. */
  readonly range: readonly [number, number] | null;
  /** Its value where the variables are independent; null for agreement, whose 0 says nothing of independence. */
  readonly atIndependence: 0 | 1 | null;
  /** Whether it can be at independence although there is an association. */
  readonly blind?: true;
  /** How it comes from X²/N on a table of so many rows and columns. */
  readonly ofPhiSquared?: FormOfTable;
  /** How it comes from the odds ratio of a 2 x 2 table. */
  readonly ofOddsRatio?: (oddsRatio: number) => number;
}

/** A test of a hypothesis. */
export interface Test<Id extends string = string, Of extends keyof Subjects = keyof Subjects> extends Statistic<
  Id,
  Of,
  TestResult
> {
  /** What it looks for, where that is not any pattern at all. */
  readonly looksFor?: string;
  /** Its other forms that have a worked example of their own. */
  readonly variants?: readonly Variant[];
  /** Whether it can take long enough to be worth a thread of its own. */
  readonly slow?: true;
}

/** A measure of what `of` says, with its id as a type. */
export const measure = <const Id extends string, Of extends keyof Subjects>(record: Measure<Id, Of>) => record;

/** A test of what `of` says, with its id as a type. */
export const test = <const Id extends string, Of extends keyof Subjects>(record: Test<Id, Of>) => record;
