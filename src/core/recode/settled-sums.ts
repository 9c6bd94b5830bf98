import { part } from '../linked/build.js';
import type { LinkedColumn } from '../linked/column.js';
import { OWN, type Scalar } from '../linked/expression.js';
import { type Asking, sumsOf } from '../linked/query.js';
import { settledFigures } from './settle-linked.js';

/** What a proof tells of a question that was just made, and further figures. */
export function* sumsOfSettled(
  linked: Extract<LinkedColumn, { kind: 'sets' }>,
  further: readonly Scalar[],
): Asking<{ respondents: number; settled: ReturnType<ReturnType<typeof settledFigures>['read']>; sums: number[] }> {
  const { figures, read } = settledFigures(OWN, linked.options.length, part);
  const { respondents, sums } = yield* sumsOf([...figures, ...further], null, linked);
  return { respondents, settled: read(sums), sums: sums.slice(figures.length) };
}
