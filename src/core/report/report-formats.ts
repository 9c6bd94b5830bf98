/** A format in which a report is written. */
interface FormatWords {
  /** As people call it. */
  name: string;
  /** Of the file's name. */
  ending: string;
  media: string;
  /** What one gets, in a few words. */
  about: string;
}

/** The formats in which tables and the binder are handed over, by id. */
export const REPORT_FORMATS = {
  docx: {
    name: 'Document (DOCX)',
    ending: 'docx',
    media: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
    about: 'for a word processor: real tables, captions, contents',
  },
  xlsx: {
    name: 'Workbook (XLSX)',
    ending: 'xlsx',
    media: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    about: 'for a spreadsheet: real numbers, a sheet a table',
  },
  pptx: {
    name: 'Slides (PPTX)',
    ending: 'pptx',
    media: 'application/vnd.openxmlformats-officedocument.presentationml.presentation',
    about: 'a table, or a picture, a slide',
  },
  html: { name: 'Page (HTML)', ending: 'html', media: 'text/html; charset=utf-8', about: 'one file for any browser' },
  explore: {
    name: 'Page to explore',
    ending: 'html',
    media: 'text/html; charset=utf-8',
    about: 'for people without the tool: figures to switch and sort, small ones withheld',
  },
  markdown: { name: 'Markdown', ending: 'md', media: 'text/markdown; charset=utf-8', about: 'plain text with tables' },
  latex: {
    name: 'LaTeX',
    ending: 'tex',
    media: 'application/x-tex; charset=utf-8',
    about: 'a document to set, with tables over pages; without pictures',
  },
  json: {
    name: 'JSON',
    ending: 'json',
    media: 'application/json',
    about: 'every figure and statistic at full precision',
  },
  svg: { name: 'Pictures (SVG)', ending: 'svg', media: 'image/svg+xml', about: 'drawn by lines, one under the other' },
  png: { name: 'Pictures (PNG)', ending: 'png', media: 'image/png', about: 'in points, one under the other' },
  csv: { name: 'CSV, as shown', ending: 'csv', media: 'text/csv; charset=utf-8', about: 'tables one under the other' },
  tidy: { name: 'CSV, tidy', ending: 'csv', media: 'text/csv; charset=utf-8', about: 'one figure a line' },
} as const satisfies Record<string, FormatWords>;

export type ReportFormat = keyof typeof REPORT_FORMATS;

/** Whether a format has pictures and nothing else. */
export const isPictured = (format: ReportFormat): boolean => format === 'svg' || format === 'png';

export const REPORT_FORMAT_IDS = Object.keys(REPORT_FORMATS) as [ReportFormat, ...ReportFormat[]];
