import { Fault } from '../fault.js';
import type { LinkedColumn } from './column.js';
import type { Condition, Scalar } from './expression.js';

/** What is asked of an engine: respondents in groups, and what some figures of them add up to. */
export interface Query {
  /** Whom it is of; null: everybody. */
  where: Condition | null;
  /** Respondents are put together who have the same of these. */
  by: readonly Scalar[];
  /** Added up in each group; nothing adds nothing. */
  sums: readonly Scalar[];
  /** With more groups than these nothing is answered. */
  most: number;
  /** A column that is not kept yet: it is what `OWN` means here. */
  made?: LinkedColumn | undefined;
}

/** A group of respondents. Without `by` there is one, even where nobody is in it. */
export interface AnswerRow {
  by: readonly (number | string | null)[];
  respondents: number;
  sums: readonly number[];
}

export type Answer = readonly AnswerRow[];

/**
 * Work that asks an engine on its way: it yields queries, and goes on with their answers in the same order. It does not
 * know who answers, so it has neither connections nor promises in it.
 */
export type Asking<T> = Generator<readonly Query[], T, readonly Answer[]>;

/** Groups that are answered, where nothing speaks for fewer. */
export const MOST_GROUPS = 1_000_000;

/** One query, as part of asking. */
export function* ask(query: Partial<Query>): Asking<Answer> {
  const [answer] = yield [{ where: null, by: [], sums: [], most: MOST_GROUPS, ...query }];
  return answer ?? [];
}

/** More figures than these are asked for in several queries: an engine takes only so many columns. */
export const AT_ONCE = 800;

/** What some figures add up to over everybody, or over those whom a condition keeps; and how many they are. */
export function* sumsOf(
  sums: readonly Scalar[],
  where: Condition | null = null,
  made?: LinkedColumn,
): Asking<{ respondents: number; sums: number[] }> {
  const queries: Query[] = [];
  for (let from = 0; from === 0 || from < sums.length; from += AT_ONCE)
    queries.push({ where, by: [], sums: sums.slice(from, from + AT_ONCE), most: 1, made });
  const answers = yield queries;
  return {
    respondents: answers[0]?.[0]?.respondents ?? 0,
    sums: answers.flatMap((answer) => answer[0]?.sums ?? []),
  };
}

/** A table of an engine has values that it did not have when it was linked. */
export const newValues = (title: string): Fault =>
  new Fault(
    'conflict',
    `${title} has values in the linked table that came after it was linked.`,
    'Look at the linked table again, so that they get a place in the codebook.',
    { variable: title },
  );

/** There are more groups than somebody can use. */
export const tooManyGroups = (most: number): Fault =>
  new Fault(
    'too-large',
    `There are more than ${most.toLocaleString('en')} different values.`,
    'Band or round the number in a view of the linked table, or choose another variable.',
  );

/**
 * Groups as the answer of a query: without `by` there is one, even of nobody.
 * @throws Fault where there are more groups than were asked for
 * @example answerWith({ where: null, by: [], sums: [], most: 1 }, []) // [{ by: [], respondents: 0, sums: [] }]
 */
export function answerWith({ by, sums, most }: Query, groups: Answer): Answer {
  if (by.length === 0 && groups.length === 0) return [{ by: [], respondents: 0, sums: sums.map(() => 0) }];
  if (groups.length > most) throw tooManyGroups(most);
  return groups;
}
