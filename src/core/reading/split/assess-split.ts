import type { Assessment } from '../../assess/types.js';
import type { StrataRequest } from '../../assess/requests.js';
import { onScale } from '../../assess/on-scale.js';
import { assess } from '../../assess.js';
import { assessStrata } from '../../assess/assess-strata.js';
import { adjust } from '../../infer/adjust.js';
import type { TestResult } from '../../infer/result.js';
import type { Table } from '../../table/table.js';
import { isUneven } from '../../table/share.js';
import { arrange } from '../../table/order.js';
import { scalePlacesOf } from '../../table/scale-order.js';
import type { Split } from '../../table/split.js';
import { optionOf } from '../marks.js';
import { assessmentOfTable, requestOf } from '../read.js';

/** One option of a multiple-response question within strata. */
interface OptionWithin {
  row: number;
  test: TestResult;
  /** Adjusted over the options (Holm). */
  p: number;
}

/** The statistics of a split table. */
export interface SplitAssessment {
  /** What the statistics over all strata were worked out of; null where there are none. */
  request: StrataRequest | null;
  /** The table of all strata together; null where it cannot be tested. */
  all: Assessment | null;
  /** The same with what holds within the strata; null where no test takes them together. */
  within: Assessment | null;
  /** Each option mentioned or not, within the strata; for a multiple-response question only. */
  options: OptionWithin[];
  /** Each stratum alone. */
  strata: (Assessment | null)[];
}

/**
 * What is to be assessed of the strata together, groups across. Null with weights, and where respondents can be in
 * several rows or columns.
 */
function strataRequestOf({ all, strata, within }: Split, confidence: number): StrataRequest | null {
  const request = requestOf(all, confidence);
  if (!request || isUneven(all) || strata.length < 2 || within.multiple) return null;
  // Mean scores are of the variable that has an order; the other one holds the groups.
  const turned = request.rowLevel === 'unordered' && request.columnLevel === 'ordered' && all.cells.length > 2;
  const places = scalePlacesOf(all);
  const { offScale } = request;
  return {
    // What holds within strata is worked out of scores, so those off the scale are not in it.
    strata: strata.map(({ table }) => onScale({ counts: arrange(table, places).cells, offScale }).counts),
    rowLevel: request.rowLevel,
    columnLevel: request.columnLevel,
    rowScores: request.rowScores,
    columnScores: request.columnScores,
    groups: turned ? 'rows' : 'columns',
    confidence,
  };
}

function optionsWithin({ all, strata, within }: Split): OptionWithin[] {
  if (
    within.multiple ||
    !all.rows.multiple ||
    !all.columns ||
    all.columns.multiple ||
    isUneven(all) ||
    strata.length < 2
  )
    return [];
  const comparisons = all.rows.categories.flatMap(({ kind }, row) => {
    if (kind !== 'option') return [];
    const { tests } = assessStrata({
      strata: strata.map(({ table }) => optionOf(table, row).counts),
      exact: { method: 'none' },
    });
    const test = tests['mantel-haenszel'];
    return test ? [{ row, test }] : [];
  });
  const adjusted = adjust(
    comparisons.map(({ test }) => test.p),
    'holm',
  );
  return comparisons.map((item, k) => ({ ...item, p: adjusted[k] ?? 1 }));
}

/**
 * The statistics of a table within a third variable: over all its strata, and of each alone.
 * @param assessed the statistics of one table, where they are known already
 */
export function assessSplit(
  split: Split,
  confidence: number,
  assessed = (table: Table): Assessment | null => assessmentOfTable(table, confidence),
): SplitAssessment {
  const request = strataRequestOf(split, confidence);
  const within = request && assess({ ...request, exact: { method: 'none' } });
  return {
    request,
    all: within ?? assessed(split.all),
    within,
    options: optionsWithin(split),
    strata: split.strata.map(({ table }) => assessed(table)),
  };
}
