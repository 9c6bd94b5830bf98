import type { ConditionRule } from '../../core/count/rule-shape.js';
import { parseNumber } from '../../core/codebook/number.js';
import { type ClauseOf, mapClause } from '../../core/count/clause.js';
import type { CodedColumn } from '../../core/count/column.js';
import { asCountable } from '../../core/count/count.js';
import { filter, type FilterCondition } from '../../core/count/filter.js';
import { countPlan } from '../../core/count/plan.js';
import { Fault } from '../../core/fault.js';
import type { CountArray } from '../../core/count/types.js';
import { cachedColumn } from './column-cache.js';

/** A column by its id, with the variable's title for messages. */
export interface ColumnRef {
  column: number;
  title: string;
}

export type ConditionRef = ColumnRef & { rule: ConditionRule; missing: string[] };

export interface CountJob {
  file: string;
  respondents: number;
  /** Row items; of a question the slots in the order of mention, where its options are counted by their place. */
  rows: (ColumnRef & { slots: { as: 'first' | 'rank'; columns: number[] } | null })[];
  /** The columns of each nest, the outermost first. */
  nests: ColumnRef[][];
  within: ColumnRef | null;
  only: ClauseOf<ConditionRef>[];
  weight: (ColumnRef & { missing: string[] }) | null;
}

/** Counts columns of a study under a filter and a weight: a count array for each row item by each nest. */
export function countInStudy(job: CountJob): CountArray[] {
  const clauses = job.only.map((clause) =>
    mapClause<ConditionRef, FilterCondition>(clause, ({ column, title, rule, missing }) => ({
      column: cachedColumn(job.file, column),
      name: title,
      rule,
      missing,
    })),
  );
  const { mask, tallies } = filter(clauses, job.respondents);
  const countable = ({ column, title }: ColumnRef) => asCountable(cachedColumn(job.file, column), title);
  const coded = (column: number): CodedColumn[] => {
    const cached = cachedColumn(job.file, column);
    return cached.kind === 'coded' ? [cached] : [];
  };
  return countPlan({
    respondents: job.respondents,
    mask,
    filtered: tallies,
    weight: job.weight ? weightsOf(job.file, job.weight) : null,
    rows: job.rows.map(({ slots, ...row }) => ({
      column: countable(row),
      slots: slots && { as: slots.as, columns: slots.columns.flatMap(coded) },
    })),
    nests: job.nests.map((nest) => nest.map(countable)),
    within: job.within && countable(job.within),
  });
}

/** What each respondent counts as; NaN for a blank, and for a code that is not an answer. */
function weightsOf(file: string, { column, title, missing }: NonNullable<CountJob['weight']>): Float64Array {
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
