import type { WorkedExample } from '../../statistic/worked-example.js';
import type { CodingsRequest, RelatedRequest } from '../../assess/requests.js';
import type { Assessment } from '../../assess/types.js';
import type { Split } from '../../table/split.js';
import { inScaleOrder, rowsInScaleOrder } from '../../table/scale-order.js';
import type { Table } from '../../table/table.js';
import { optionOf } from '../marks.js';
import { mentionsOfTable } from '../mentions.js';
import { numbersSubjectOf } from '../../assess/assess-numbers.js';
import { type MeasureId, NUMBER_MEASURES, NUMBER_TESTS, type TestId } from '../../statistic/registry.js';
import type { Measure, Test } from '../../statistic/statistic.js';
import type { NumbersSubject } from '../../statistic/subjects.js';
import { numbersOf, requestOf } from '../read.js';
import { oneWayRequestOf } from '../read-frequency.js';
import type { SplitAssessment } from '../split/assess-split.js';
import { hasWorkedExample, workedExampleOf } from './worked-example-of.js';
import { equalMentionExample } from '../../infer/equal-mention.js';

/** Which statistics can be worked out before the reader, and how each comes about; null for one that has none here. */
export interface WorkedExamples {
  has: (id: string) => boolean;
  of: (id: string) => WorkedExample | null;
}

/** The option that an id is of: `option-3` of its test, `cramers-v@3` of its measure. */
const row = (id: string) => Number(/\d+$/.exec(id)?.[0] ?? 0);
const OF_OPTION = /^(option-|cramers-v@)/;

/**
 * The worked examples of the options of a multiple-response question, mentioned or not by group, and of the overall
 * test.
 */
function workedExamplesOfOptions(table: Table): WorkedExamples {
  return {
    has: (id) => id === 'equal-mention' || OF_OPTION.test(id),
    of: (id) => {
      if (id === 'equal-mention') return equalMentionExample(mentionsOfTable(table));
      const request = optionOf(table, row(id));
      if (id.startsWith('cramers-v')) return workedExampleOf('cramers-v', request);
      return workedExampleOf('rao-scott', request) ?? workedExampleOf('pearson', request);
    },
  };
}

const OF_NUMBERS: { tests: readonly Test<TestId, 'numbers'>[]; measures: readonly Measure<MeasureId, 'numbers'>[] } = {
  tests: NUMBER_TESTS,
  measures: NUMBER_MEASURES,
};

/** The worked examples of numbers in groups. */
function workedExamplesOfNumbers(subject: NumbersSubject, assessment: Assessment | null): WorkedExamples {
  const of = (id: string): WorkedExample | null => {
    const test = OF_NUMBERS.tests.find((record) => record.id === id);
    const tested = test && assessment?.tests[test.id];
    if (tested) return test.workedExample?.(subject, tested) ?? null;
    const measure = OF_NUMBERS.measures.find((record) => record.id === id);
    const measured = measure && assessment?.measures[measure.id];
    return measured ? (measure.workedExample?.(subject, measured) ?? null) : null;
  };
  return { has: (id) => of(id) !== null, of };
}

/** How the statistics of a table on screen come about; null where it has none. */
export function workedExamplesOfTable(
  shown: Table,
  assessment: Assessment | null,
  confidence: number,
  proportions?: readonly number[],
): WorkedExamples | null {
  const table = inScaleOrder(shown);
  const expected = proportions && rowsInScaleOrder(shown, proportions);
  const oneWay = oneWayRequestOf(table, expected);
  if (oneWay) return { has: hasWorkedExample, of: (id) => workedExampleOf(id, oneWay) };
  const numbers = numbersOf(table);
  const subject = numbers && numbersSubjectOf(numbers, confidence);
  if (subject) return workedExamplesOfNumbers(subject, assessment);
  const request = requestOf(table, confidence);
  if (request) return { has: hasWorkedExample, of: (id) => workedExampleOf(id, request, assessment?.tests) };
  return table.rows.multiple && table.columns && !table.columns.multiple ? workedExamplesOfOptions(table) : null;
}

/** The same of answers or codings by lines. */
export function workedExamplesOfLines(request: RelatedRequest | CodingsRequest): WorkedExamples {
  return { has: hasWorkedExample, of: (id) => workedExampleOf(id, request) };
}

/** The same of a table within a third variable; after an @, the label of the stratum that a measure is of. */
export function workedExamplesOfSplit(
  split: Split,
  { request, within }: SplitAssessment,
  confidence: number,
): WorkedExamples {
  const names = split.strata.map(({ label }) => label);
  return {
    has: (id) => id.startsWith('within-') || hasWorkedExample(id.split('@')[0] ?? id),
    of: (id) => {
      if (id.startsWith('within-')) {
        const strata = split.strata.map(({ table }) => optionOf(table, row(id)).counts);
        return workedExampleOf('mantel-haenszel', { strata }, undefined, names);
      }
      const [statistic = id, label] = id.split('@');
      const chosen = label === undefined ? null : split.strata.find((stratum) => stratum.label === label);
      const alone = chosen ? requestOf(chosen.table, confidence) : null;
      if (alone) return workedExampleOf(statistic, alone);
      return request && workedExampleOf(id, request, within?.tests, names);
    },
  };
}
