import { ADJUSTMENTS } from '../infer/adjust.js';
import { MISSING_AS, SUMMARY_COLUMNS, type SummaryShown } from './summary-shape.js';

const ONE_LINE = 'summary-one-line';
const MISSING = 'summary-missing-';
const WITHOUT = 'summary-without-';
const ADJUSTED = 'summary-p-';

/**
 * How a summary is shown otherwise than usual, in words for an address.
 * @example saySummary({ missing: 'row', columns: ['p', 'test'] }) // ['summary-missing-row', 'summary-without-measure']
 */
export function saySummary({ missing, oneLine, columns, adjusted }: SummaryShown): string[] {
  return [
    ...(missing === undefined || missing === 'note' ? [] : [`${MISSING}${missing}`]),
    ...(oneLine === true ? [ONE_LINE] : []),
    ...(columns ? SUMMARY_COLUMNS.filter((column) => !columns.includes(column)).map((id) => `${WITHOUT}${id}`) : []),
    ...(adjusted ? [`${ADJUSTED}${adjusted}`] : []),
  ];
}

/** Reads it back; nothing where all is as usual. */
export function readSummary(words: ReadonlySet<string>): SummaryShown | undefined {
  const missing = MISSING_AS.find((way) => words.has(`${MISSING}${way}`));
  const adjusted = ADJUSTMENTS.find((way) => words.has(`${ADJUSTED}${way}`));
  const columns = SUMMARY_COLUMNS.filter((column) => !words.has(`${WITHOUT}${column}`));
  const summary: SummaryShown = {
    ...(missing ? { missing } : {}),
    ...(words.has(ONE_LINE) ? { oneLine: true } : {}),
    ...(columns.length < SUMMARY_COLUMNS.length ? { columns } : {}),
    ...(adjusted ? { adjusted } : {}),
  };
  return Object.keys(summary).length > 0 ? summary : undefined;
}
