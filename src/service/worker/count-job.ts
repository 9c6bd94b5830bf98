import type { ConditionRule } from '../../core/count/rule-shape.js';
import { parseNumber } from '../../core/codebook/number.js';
import { type ClauseOf, mapClause } from '../../core/count/clause.js';
import type { CodedColumn } from '../../core/count/column.js';
import { asCountable, axisOf, type Countable } from '../../core/count/count.js';
import { filter, type FilterCondition } from '../../core/count/filter.js';
import { NUMBER, numberColumn } from '../../core/count/number-column.js';
import { countPlan } from '../../core/count/plan.js';
import { Fault } from '../../core/fault.js';
import type { CountArray } from '../../core/count/types.js';
import { COUNTED } from '../../core/table/sentence.js';
import { cachedColumn } from './column-cache.js';

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

export interface CountJob {
  file: string;
  respondents: number;
  /** Row items. */
  rows: RowRef[];
  /** The columns of each nest, the outermost first. */
  nests: GroupingRef[][];
  within: GroupingRef | null;
  only: ClauseOf<ConditionRef>[];
  weight: GroupingRef | null;
}

/** Whom the clauses of a job keep. */
export function filteredBy({ file, only, respondents }: Pick<CountJob, 'file' | 'only' | 'respondents'>) {
  const clauses = only.map((clause) =>
    mapClause<ConditionRef, FilterCondition>(clause, ({ column, title, rule, missing }) => ({
      column: cachedColumn(file, column),
      name: title,
      rule,
      missing,
    })),
  );
  return filter(clauses, respondents);
}

/** Counts columns of a study under a filter and a weight: a count array for each row item by each nest. */
export function countInStudy(job: CountJob): CountArray[] {
  const { mask, tallies } = filteredBy(job);
  const countable = ({ column, title }: ColumnRef) => asCountable(cachedColumn(job.file, column), title);
  const answers = new Map<Countable, readonly boolean[]>();
  const grouping = (ref: GroupingRef) => {
    const column = countable(ref);
    answers.set(column, answersOf(column, ref.missing));
    return column;
  };
  const isDescribed = job.rows.every(({ described }) => described !== null) && job.within === null;
  /** A number of too many values for groups can stand alone across a number: all who have both are in one group. */
  const across = (nest: readonly GroupingRef[]): Countable[] => {
    const [only] = nest;
    const cached = only && nest.length === 1 && isDescribed ? cachedColumn(job.file, only.column) : null;
    if (!only || cached?.kind !== 'number') return nest.map(grouping);
    const { answered } = numberColumn(cached, only.title, only.missing);
    answers.set(
      answered,
      axisOf(answered).slots.map((slot) => slot.is === 'code' && slot.code === NUMBER),
    );
    return [answered];
  };
  const coded = (column: number): CodedColumn[] => {
    const cached = cachedColumn(job.file, column);
    return cached.kind === 'coded' ? [cached] : [];
  };
  return countPlan({
    respondents: job.respondents,
    mask,
    filtered: tallies,
    weight: job.weight ? weightsOf(job.file, job.weight) : null,
    rows: job.rows.map(({ slots, nets, described, ...row }) => {
      if (described) {
        const cached = cachedColumn(job.file, row.column);
        const column = numberColumn(cached, row.title, described.missing);
        return { column: column.answered, slots: null, numbers: column };
      }
      return { column: countable(row), nets, slots: slots && { as: slots.as, columns: slots.columns.flatMap(coded) } };
    }),
    nests: job.nests.map(across),
    within: job.within && grouping(job.within),
    answersOf: (column) => answers.get(column) ?? [],
  });
}

/** Of a question who is in its base, of codes those that are answers. */
export function answersOf(column: Countable, missing: readonly string[]): boolean[] {
  if (column.kind === 'sets')
    return axisOf(column).slots.map(({ is }) => is === 'mentioned' || COUNTED.some((standing) => standing === is));
  return axisOf(column).slots.map((slot) => slot.is === 'code' && !missing.includes(slot.code));
}

/** What each respondent counts as; NaN for a blank, and for a code that is not an answer. */
export function weightsOf(file: string, { column, title, missing }: NonNullable<CountJob['weight']>): Float64Array {
  const values = cachedColumn(file, column);
  if (values.kind === 'number') {
    const gone = new Set(missing.flatMap((code) => parseNumber(code) ?? []));
    return gone.size === 0 ? values.values : values.values.map((value) => (gone.has(value) ? NaN : value));
  }
  if (values.kind !== 'coded')
    throw new Fault('unsupported', `${title} is not a number.`, 'Weight by a number.', { variable: title });
  const numbers = [NaN, ...values.codes.map((code) => (missing.includes(code) ? NaN : (parseNumber(code) ?? NaN)))];
  return Float64Array.from(values.values, (value) => numbers[value]!);
}
