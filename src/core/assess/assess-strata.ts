import { checkCounts, reduceTable } from '../crosstab.js';
import { Fault } from '../fault.js';
import { breslowDay, commonOddsRatio, commonOddsRatioTest, mantelHaenszel, type Stratum } from '../infer/stratified.js';
import { isAbsent } from '../infer/result.js';
import { assessTable } from './assess-table.js';
import { recordMeasure, recordTest } from './record.js';
import type { Assessment, StrataRequest } from './types.js';

const NOT_FOUR = { absent: 'It is defined on strata of 2 x 2.' };

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
export function strataOf(request: StrataRequest, pooled = pool(request)) {
  const { table, dropped } = reduceTable(pooled, request);
  const kept = (length: number, gone: readonly number[]) =>
    Array.from({ length }, (_, k) => k).filter((k) => !gone.includes(k));
  const rows = kept(pooled.length, dropped.rows);
  const columns = kept(pooled[0]?.length ?? 0, dropped.columns);
  const turned = request.groups === 'columns';
  const tables = request.strata.map((counts): Stratum => {
    const n = turned
      ? columns.map((j) => rows.map((i) => counts[i]![j]!))
      : rows.map((i) => columns.map((j) => counts[i]![j]!));
    const R = n.map((row) => row.reduce((a, b) => a + b, 0));
    return {
      n,
      R,
      C: (n[0] ?? []).map((_, j) => n.reduce((sum, row) => sum + row[j]!, 0)),
      N: R.reduce((a, b) => a + b, 0),
    };
  });
  const { scores } = table;
  return { tables, scores: turned ? { rows: scores.columns, columns: scores.rows } : scores };
}

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
    for (const id of ['mantel-haenszel', 'breslow-day', 'common-odds-ratio'] as const)
      result.absent.push({ id, reason });
    return result;
  }
  const { tables, scores } = strataOf(request, pooled);
  recordTest(result, 'mantel-haenszel', mantelHaenszel(tables, scores));
  const four = result.base.rows === 2 && result.base.columns === 2;
  recordTest(result, 'breslow-day', four ? breslowDay(tables) : NOT_FOUR);
  const common = four ? commonOddsRatio(tables, request.confidence ?? 0.95) : NOT_FOUR;
  recordMeasure(
    result,
    'common-odds-ratio',
    isAbsent(common) ? common : { ...common, ...(commonOddsRatioTest(common) ?? {}) },
  );
  result.cautions.push({
    id: 'pooled',
    text: `What is not said to be within strata is of all ${strata.length} strata taken together.`,
  });
  return result;
}
