import { parseNumber } from '../../core/codebook/number.js';
import { asCountable, count } from '../../core/count/count.js';
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
  return count({
    axes: job.axes.map(({ column, title }) => asCountable(cachedColumn(job.file, column), title)),
    respondents: job.respondents,
    mask,
    filtered: tallies,
    weight: job.weight ? weightsOf(job.file, job.weight) : null,
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
