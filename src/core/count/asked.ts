import { parseNumber } from '../codebook/number.js';
import { Fault } from '../fault.js';
import { COUNTED } from '../table/sentence.js';
import { asCountable, axisOf, type Countable } from './axis.js';
import { type ClauseOf, conditionsIn, mapClause } from './clause.js';
import type { CodedColumn, Column } from './column.js';
import { filter } from './filter.js';
import { NUMBER, numberColumn } from './number-column.js';
import { type NumberPlaces, partOfPlaces } from './number-places.js';
import { type Part, partOf } from './parts.js';
import type { CountPlan } from './plan.js';
import type { ConditionRule } from './rule-shape.js';
import type { FilterCondition } from './verdicts.js';

/** A column by its id, with the variable's title for messages. */
interface ColumnRef {
  column: number;
  title: string;
}

/** A column that sorts respondents into groups, with its codes that are no answer. */
export type GroupingRef = ColumnRef & { missing: string[] };

/**
 * A row item; of a question the slots in the order of mention, where its options are counted by their place; of a
 * number that is described and not listed, the codes that are no answer.
 */
interface RowRef extends ColumnRef {
  slots: { as: 'first' | 'rank'; columns: number[] } | null;
  /** The codes of each net. */
  nets: readonly (readonly string[])[];
  described: { missing: string[] } | null;
}

export type ConditionRef = ColumnRef & { rule: ConditionRule; missing: string[] };

/** All that is to be counted, by the ids of columns. */
export interface CountAsked {
  /** Row items. */
  rows: RowRef[];
  /** The columns of each nest, the outermost first. */
  nests: GroupingRef[][];
  within: GroupingRef | null;
  only: ClauseOf<ConditionRef>[];
  weight: GroupingRef | null;
}

/** The columns that are counted, by id; of those that are kept as numbers, their places. */
export interface Columns {
  column: (id: number) => Column;
  places: (id: number) => NumberPlaces;
}

/** Whom some clauses keep of so many respondents. */
export function filteredBy(
  only: readonly ClauseOf<ConditionRef>[],
  column: (id: number) => Column,
  respondents: number,
) {
  const clauses = only.map((clause) =>
    mapClause<ConditionRef, FilterCondition>(clause, ({ column: id, title, rule, missing }) => ({
      column: column(id),
      name: title,
      rule,
      missing,
    })),
  );
  return filter(clauses, respondents);
}

/** The ids of all columns that are looked at. */
export function columnsOfJob({ rows, nests, within, only, weight }: CountAsked): number[] {
  const refs = [...rows, ...nests.flat(), ...(within ? [within] : []), ...(weight ? [weight] : [])];
  const ids = [
    ...refs.map(({ column }) => column),
    ...rows.flatMap(({ slots }) => slots?.columns ?? []),
    ...only.flatMap((clause) => conditionsIn<ConditionRef>(clause).map(({ column }) => column)),
  ];
  return [...new Set(ids)];
}

/** A number of too many values for groups can stand alone across a number: all who have both are in one group. */
export const takesNumberAcross = ({ rows, within }: CountAsked) =>
  rows.every(({ described }) => described !== null) && within === null;

/** The columns of what is asked whose places are needed, if they are kept as numbers. */
export function numbersOfJob(asked: CountAsked): number[] {
  const described = asked.rows.flatMap((row) => (row.described ? [row.column] : []));
  const across = takesNumberAcross(asked) ? asked.nests.flatMap((nest) => (nest.length === 1 ? nest : [])) : [];
  return [...new Set([...described, ...across.map(({ column }) => column)])];
}

/** The plan of what is asked over some of its respondents. @throws Fault naming a variable that cannot be counted so */
export function planOf(asked: CountAsked, columns: Columns, part: Part): CountPlan {
  const read = (id: number) => partOf(columns.column(id), part);
  const respondents = part.to - part.from;
  const { mask, tallies } = filteredBy(asked.only, read, respondents);
  const countable = ({ column, title }: ColumnRef) => asCountable(read(column), title);
  const numbers = ({ column: id, title }: ColumnRef, missing: readonly string[]) => {
    const column = read(id);
    if (column.kind !== 'number') return numberColumn(column, title, missing);
    return numberColumn(column, title, missing, partOfPlaces(columns.places(id), part));
  };
  const answers = new Map<Countable, readonly boolean[]>();
  const grouping = (ref: GroupingRef) => {
    const column = countable(ref);
    answers.set(column, answersOf(column, ref.missing));
    return column;
  };
  const isNumberAcross = takesNumberAcross(asked);
  const across = (nest: readonly GroupingRef[]): Countable[] => {
    const [only] = nest;
    if (!only || nest.length > 1 || !isNumberAcross || columns.column(only.column).kind !== 'number')
      return nest.map(grouping);
    const { answered } = numbers(only, only.missing);
    answers.set(
      answered,
      axisOf(answered).slots.map((slot) => slot.is === 'code' && slot.code === NUMBER),
    );
    return [answered];
  };
  const coded = (id: number): CodedColumn[] => {
    const column = read(id);
    return column.kind === 'coded' ? [column] : [];
  };
  return {
    respondents,
    mask,
    filtered: tallies,
    weight: asked.weight ? weightsOf(read(asked.weight.column), asked.weight) : null,
    rows: asked.rows.map(({ slots, nets, described, ...row }) => {
      if (described) {
        const column = numbers(row, described.missing);
        return { column: column.answered, slots: null, numbers: column };
      }
      return { column: countable(row), nets, slots: slots && { as: slots.as, columns: slots.columns.flatMap(coded) } };
    }),
    nests: asked.nests.map(across),
    within: asked.within && grouping(asked.within),
    answersOf: (column) => answers.get(column) ?? [],
  };
}

/** Of a question who is in its base, of codes those that are answers. */
export function answersOf(column: Countable, missing: readonly string[]): boolean[] {
  if (column.kind === 'sets')
    return axisOf(column).slots.map(({ is }) => is === 'mentioned' || COUNTED.some((standing) => standing === is));
  return axisOf(column).slots.map((slot) => slot.is === 'code' && !missing.includes(slot.code));
}

/** What each respondent counts as; NaN for a blank, and for a code that is not an answer. */
export function weightsOf(column: Column, { title, missing }: Omit<GroupingRef, 'column'>): Float64Array {
  if (column.kind === 'number') {
    const gone = new Set(missing.flatMap((code) => parseNumber(code) ?? []));
    return gone.size === 0 ? column.values : column.values.map((value) => (gone.has(value) ? NaN : value));
  }
  if (column.kind !== 'coded')
    throw new Fault('unsupported', `${title} is not a number.`, 'Weight by a number.', { variable: title });
  const { values, codes } = column;
  const numbers = [NaN, ...codes.map((code) => (missing.includes(code) ? NaN : (parseNumber(code) ?? NaN)))];
  const weights = new Float64Array(values.length);
  for (let k = 0; k < values.length; k++) weights[k] = numbers[values[k]!]!;
  return weights;
}
