import { z } from 'zod';
import { ADJUSTMENTS } from '../infer/adjust.js';

/** What stands behind the groups of a summary, of each variable. */
export const SUMMARY_COLUMNS = ['p', 'test', 'measure'] as const;
export type SummaryColumn = (typeof SUMMARY_COLUMNS)[number];

/** Where a summary says who gave no answer. */
export const MISSING_AS = ['note', 'row', 'none'] as const;

/** How a summary is shown, as it is sent and kept. */
export const SummaryShownShape = z
  .strictObject({
    missing: z
      .enum(MISSING_AS)
      .optional()
      .describe('Who gave no answer: in a note under the table, where absent; in a row of each variable; or not said.'),
    oneLine: z
      .boolean()
      .optional()
      .describe('All that is said of a number stands on one line; a line for each figure, where absent.'),
    columns: z
      .array(z.enum(SUMMARY_COLUMNS))
      .max(SUMMARY_COLUMNS.length)
      .readonly()
      .optional()
      .describe('What stands behind the groups, of each variable; all of them, where absent.'),
    adjusted: z
      .enum(ADJUSTMENTS)
      .optional()
      .describe('How p is adjusted over the variables; not at all, where absent.'),
  })
  .meta({ id: 'SummaryShown' });
export type SummaryShown = z.infer<typeof SummaryShownShape>;
