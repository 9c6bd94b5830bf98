import type { Sum } from '../../statistic/sum.js';
import type { CodingsRequest, RelatedRequest } from '../../assess/requests.js';
import type { Assessment } from '../../assess/types.js';
import type { Split } from '../../table/split.js';
import { inScaleOrder, rowsInScaleOrder } from '../../table/scale-order.js';
import type { Table } from '../../table/table.js';
import { optionOf } from '../marks.js';
import { mentionsOfTable } from '../mentions.js';
import { requestOf } from '../read.js';
import { oneWayRequestOf } from '../read-frequency.js';
import type { SplitAssessment } from '../split/assess-split.js';
import { hasSum, sumOf } from './sum-of.js';
import { equalMentionSum } from '../../infer/equal-mention.js';

/** Which statistics can be shown as a sum, and how each comes about; null for one that has none here. */
export interface Sums {
  has: (id: string) => boolean;
  of: (id: string) => Sum | null;
}

const row = (id: string) => Number(id.slice(id.indexOf('-') + 1));

/** The sums of the options of a multiple-response question, mentioned or not by group, and of the overall test. */
function sumsOfOptions(table: Table): Sums {
  return {
    has: (id) => id === 'equal-mention' || /^(option|size)-/.test(id),
    of: (id) => {
      if (id === 'equal-mention') return equalMentionSum(mentionsOfTable(table));
      const request = optionOf(table, row(id));
      if (id.startsWith('size-')) return sumOf('cramers-v', request);
      return sumOf('rao-scott', request) ?? sumOf('pearson', request);
    },
  };
}

/** How the statistics of a table on screen come about; null where it has none. */
export function sumsOfTable(
  shown: Table,
  assessment: Assessment | null,
  confidence: number,
  proportions?: readonly number[],
): Sums | null {
  const table = inScaleOrder(shown);
  const expected = proportions && rowsInScaleOrder(shown, proportions);
  const oneWay = oneWayRequestOf(table, expected);
  if (oneWay) return { has: hasSum, of: (id) => sumOf(id, oneWay) };
  const request = requestOf(table, confidence);
  if (request) return { has: hasSum, of: (id) => sumOf(id, request, assessment?.tests) };
  return table.rows.multiple && table.columns && !table.columns.multiple ? sumsOfOptions(table) : null;
}

/** The same of answers or codings by lines. */
export function sumsOfLines(request: RelatedRequest | CodingsRequest): Sums {
  return { has: hasSum, of: (id) => sumOf(id, request) };
}

/** The same of a table within a third variable; after an @, the label of the stratum that a measure is of. */
export function sumsOfSplit(split: Split, { request, within }: SplitAssessment, confidence: number): Sums {
  const names = split.strata.map(({ label }) => label);
  return {
    has: (id) => id.startsWith('within-') || hasSum(id.split('@')[0] ?? id),
    of: (id) => {
      if (id.startsWith('within-')) {
        const strata = split.strata.map(({ table }) => optionOf(table, row(id)).counts);
        return sumOf('mantel-haenszel', { strata }, undefined, names);
      }
      const [statistic = id, label] = id.split('@');
      const one = label === undefined ? null : split.strata.find((stratum) => stratum.label === label);
      const alone = one ? requestOf(one.table, confidence) : null;
      if (alone) return sumOf(statistic, alone);
      return request && sumOf(id, request, within?.tests, names);
    },
  };
}
