import { total } from '../numerics/total.js';
import { checkCounts, reduceTable } from '../crosstab.js';
import { Fault } from '../fault.js';
import { breslowDayTest } from '../infer/breslow-day.js';
import { mantelHaenszelTest } from '../infer/mantel-haenszel.js';
import { commonOddsRatioMeasure } from '../measure/common-odds-ratio.js';
import type { StrataSubject, Stratum } from '../statistic/subjects.js';
import { assessTable } from './assess-table.js';
import { recordMeasure, recordTest } from './record.js';
import type { Assessment } from './types.js';
import type { StrataRequest } from './requests.js';

/** Counts of all strata together. @throws Fault where strata differ in shape, or are not those of `counts` */
export function pool({ strata, counts }: StrataRequest): number[][] {
  const [first] = strata;
  if (!first || strata.length < 2) {
    throw new Fault('invalid', 'There are fewer than two strata.', 'Give a table of counts for each stratum.', {
      field: 'strata',
    });
  }
  strata.forEach((stratum, k) => {
    checkCounts(stratum, `strata[${k}]`, `Stratum ${k + 1}: `);
    if (stratum.length !== first.length || stratum[0]?.length !== first[0]?.length) {
      throw new Fault(
        'invalid',
        `Stratum ${k + 1} is ${stratum.length} x ${stratum[0]?.length ?? 0} where the first is ` +
          `${first.length} x ${first[0]?.length ?? 0}.`,
        'Give every stratum the same rows and columns; a category that nobody is in is 0.',
        { field: `strata[${k}]` },
      );
    }
  });
  const sum = first.map((row, i) => row.map((_, j) => strata.reduce((all, stratum) => all + stratum[i]![j]!, 0)));
  counts?.forEach((row, i) =>
    row.forEach((count, j) => {
      if (count !== sum[i]?.[j]) {
        throw new Fault(
          'invalid',
          `Row ${i + 1}, column ${j + 1} holds ${count}, and the strata add up to ${sum[i]?.[j] ?? 'nothing'}.`,
          'Leave counts out; they are the sum of the strata.',
          { field: 'counts', cell: { row: i + 1, column: j + 1 } },
        );
      }
    }),
  );
  return sum;
}

/**
 * The strata without rows and columns that are empty in all of them, groups in the rows, and the scores of what is
 * left.
 * @throws Fault naming the stratum and the cell
 */
export function strataSubject(request: StrataRequest, pooled = pool(request)): StrataSubject {
  const { table, dropped } = reduceTable(pooled, request);
  const kept = (length: number, gone: readonly number[]) =>
    Array.from({ length }, (_, k) => k).filter((k) => !gone.includes(k));
  const rows = kept(pooled.length, dropped.rows);
  const columns = kept(pooled[0]?.length ?? 0, dropped.columns);
  const turned = request.groups === 'columns';
  const strata = request.strata.map((counts): Stratum => {
    const n = turned
      ? columns.map((j) => rows.map((i) => counts[i]![j]!))
      : rows.map((i) => columns.map((j) => counts[i]![j]!));
    const R = n.map((row) => total(row));
    return {
      n,
      R,
      C: (n[0] ?? []).map((_, j) => n.reduce((sum, row) => sum + row[j]!, 0)),
      N: total(R),
    };
  });
  const { scores } = table;
  return {
    strata,
    scores: turned ? { rows: scores.columns, columns: scores.rows } : scores,
    confidence: request.confidence ?? 0.95,
  };
}

const OVER_STRATA = [mantelHaenszelTest, breslowDayTest, commonOddsRatioMeasure] as const;

/**
 * A table split by a third variable: all that is said of the strata taken together, and the association within them.
 * @throws Fault naming the stratum and the cell
 */
export function assessStrata(request: StrataRequest): Assessment {
  const { strata, ...rest } = request;
  const pooled = pool(request);
  const result = assessTable({ ...rest, counts: pooled });
  if (result.base.rows < 2 || result.base.columns < 2) {
    const reason = result.absent[0]?.reason ?? 'There is nothing to compare.';
    for (const { id } of OVER_STRATA) result.absent.push({ id, reason });
    return result;
  }
  const subject = strataSubject(request, pooled);
  recordTest(result, mantelHaenszelTest.id, mantelHaenszelTest.compute(subject));
  recordTest(result, breslowDayTest.id, breslowDayTest.compute(subject));
  recordMeasure(result, commonOddsRatioMeasure.id, commonOddsRatioMeasure.compute(subject));
  result.cautions.push({
    id: 'pooled',
    text: `What is not said to be within strata is of all ${strata.length} strata taken together.`,
  });
  return result;
}
