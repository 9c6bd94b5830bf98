import { titleOf } from '../codebook/types.js';
import type { Split } from '../table/split.js';
import { readNumbersWithin } from './numbers/read-numbers-within.js';
import type { ReadOptions } from './options.js';
import type { SplitAssessment } from './split/assess-split.js';
import { readOptionsWithin } from './split/read-options-within.js';
import { readStrata } from './split/read-strata.js';
import { answer, type Answer, QUESTIONS } from './types.js';

/** The answers beside a table within a third variable. */
export function readSplit(
  split: Split,
  assessment: SplitAssessment,
  confidence: number,
  options: ReadOptions = {},
): Answer[] {
  if (split.all.base === 0 || !split.all.columns) return [];
  if (split.all.numbers && !split.all.columns.multiple)
    return readNumbersWithin(split, assessment, confidence, options);
  if (!split.all.rows.multiple && !split.all.columns.multiple)
    return readStrata(split, assessment, confidence, options);
  if (assessment.options.length > 0) return readOptionsWithin(split, assessment, confidence);
  return [
    answer('association', QUESTIONS.association, {
      verdict: 'Not tested over all tables.',
      notes: [
        split.within.multiple && !split.all.columns.multiple
          ? `A respondent can be in several categories of ${titleOf(split.within.variable)}, so its tables ` +
            'overlap, and no test takes them together. Choose one table above to read it.'
          : split.all.weighted && !split.all.columns.multiple
            ? 'With weights no test takes the strata together. Choose one table above to read it: each of its ' +
              'options is tested with the weights.'
            : 'Respondents can be in several columns, so no test over these tables is valid. Put groups that do ' +
              'not overlap across.',
      ],
    }),
  ];
}
