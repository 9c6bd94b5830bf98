import type { Adjustment } from '../infer/adjust.js';
import type { SummaryColumn } from '../table/summary-shape.js';
import type { ItemStatistic } from '../view/types.js';

/** What stands over the columns behind the groups of a summary. */
export const summaryHeadings = (adjusted: Adjustment | null): Record<SummaryColumn, string> => ({
  p: adjusted ? 'adjusted p' : 'p',
  test: 'Test',
  measure: 'Strength',
});

/** A test by its statistic, or by its name where it has none: "χ²(4) = 12.3", "Fisher's exact test". */
export const sayTest = ({ text, name }: NonNullable<ItemStatistic['test']>): string => (text === '' ? name : text);
