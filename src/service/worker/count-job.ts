import { parseNumber } from '../../core/codebook/number.js';
import { asCountable, count } from '../../core/count/count.js';
import { firstMention, rankSums } from '../../core/count/places.js';
import { filter, type Test } from '../../core/count/filter.js';
import { Fault } from '../../core/fault.js';
import type { CountArray } from '../../core/count/types.js';
import { cachedColumn } from './column-cache.js';

/** A column by its id, with the variable's title for messages. */
export interface ColumnRef {
  column: number;
  title: string;
}

export interface CountJob {
  file: string;
  respondents: number;
  axes: ColumnRef[];
  only: (ColumnRef & { test: Test; missing: string[] })[];
  weight: (ColumnRef & { missing: string[] }) | null;
  /** Slots of the question in the rows, in the order of mention; null: at whatever place an option is mentioned. */
  slots: { as: 'first' | 'rank'; columns: number[] } | null;
}

/** Counts one to three columns of a study under a filter and a weight. */
export function countInStudy(job: CountJob): CountArray {
  const conditions = job.only.map(({ column, title, test, missing }) => ({
    column: cachedColumn(job.file, column),
    name: title,
    test,
    missing,
  }));
  const { mask, tallies } = filter(conditions, job.respondents);
  const own = job.axes.map(({ column, title }) => asCountable(cachedColumn(job.file, column), title));
  const weight = job.weight ? weightsOf(job.file, job.weight) : null;
  const request = { respondents: job.respondents, mask, filtered: tallies, weight };
  if (!job.slots) return count({ ...request, axes: own });
  const slots = job.slots.columns.flatMap((column) => {
    const found = cachedColumn(job.file, column);
    return found.kind === 'coded' ? [found] : [];
  });
  const [question, by] = own;
  if (question?.kind !== 'sets') throw new Error('slots are those of a question');
  if (job.slots.as === 'first')
    return withoutOverlap(count({ ...request, axes: [firstMention(question, slots), ...own.slice(1)] }));
  if (by?.kind === 'sets')
    throw new Fault(
      'unsupported',
      `Respondents can be in several groups of ${job.axes[1]?.title ?? ''}, and the average place is of ` +
        'groups that do not overlap.',
      'Put another variable across.',
      { field: 'by' },
    );
  return { ...count({ ...request, axes: own }), ranks: rankSums({ question, slots, by, mask, weight }) };
}

/** Counts of a question of which each respondent has one option at most: its options do not overlap. */
function withoutOverlap(counts: CountArray): CountArray {
  const [rows, ...groups] = counts.axes;
  return { ...counts, axes: rows ? [{ ...rows, kind: 'single' }, ...groups] : groups, together: null };
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
