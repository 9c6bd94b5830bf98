import { asCountable, count } from '../../core/count/count.js';
import { filter, type Test } from '../../core/count/filter.js';
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
  weight: ColumnRef | null;
}

/** Counts one or two columns of a study under a filter and a weight. */
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
    weight: job.weight ? weights(job.file, job.weight) : null,
  });
}

function weights(file: string, { column }: ColumnRef): Float64Array {
  const values = cachedColumn(file, column);
  if (values.kind === 'number') return values.values;
  if (values.kind !== 'coded') return new Float64Array(0);
  const numbers = Float64Array.from([NaN, ...values.codes.map(Number)]);
  return Float64Array.from(values.values, (value) => numbers[value] ?? NaN);
}
