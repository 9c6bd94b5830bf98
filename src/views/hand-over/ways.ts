import { REPORT_FORMAT_IDS, REPORT_FORMATS, type ReportFormat } from '../../core/report/report-formats.js';

/** A way in which something is handed over, and what is asked for with it. */
interface WayWords {
  name: string;
  about: string;
  query: { as: ReportFormat; open?: 'true'; together?: 'true' };
  /** It says something of several tables alone. */
  ofSeveral?: true;
}

const OTHERS = {
  'one-sheet': {
    name: 'Workbook, one sheet',
    about: 'all tables one under the other',
    query: { as: 'xlsx', together: 'true' },
    ofSeveral: true,
  },
  paper: {
    name: 'Print, or PDF',
    about: 'opens as a page, for the browser to print or to save as PDF',
    query: { as: 'html', open: 'true' },
  },
} as const satisfies Record<string, WayWords>;

/** A format, or another way to hand something over. */
export type Way = ReportFormat | keyof typeof OTHERS;

/** All ways, in the order in which they are offered. */
export const WAYS: readonly (WayWords & { way: Way })[] = [
  ...REPORT_FORMAT_IDS.map((way) => ({ way, ...REPORT_FORMATS[way], query: { as: way } })),
  { way: 'one-sheet', ...OTHERS['one-sheet'] },
  { way: 'paper', ...OTHERS.paper },
];

/** What a file is asked for with. @example queryOf('paper') // { as: 'html', open: 'true' } */
export const queryOf = (way: Way): WayWords['query'] =>
  way === 'paper' || way === 'one-sheet' ? OTHERS[way].query : { as: way };
