import type { DocxTemplate } from '../../core/report/docx-template-shape.js';
import type { Report } from '../../core/report/report.js';
import type { ReportFormat } from '../../core/report/report-formats.js';
import { csvReport } from './csv.js';
import { exploreReport } from './explore.js';
import { htmlReport } from './html.js';
import { jsonReport } from './json.js';
import { latexReport } from './latex.js';
import { markdownReport } from './markdown.js';
import { svgReport } from './svg.js';
import { tidyReport } from './tidy-csv.js';
import type { SheetsAsked } from './xlsx.js';

/** How a report is written, as far as its format has a choice. */
export interface Written extends SheetsAsked {
  /** Of a document: whose look it takes; ours, where it is not said. */
  template?: DocxTemplate | null | undefined;
}

type Write = (report: Report, asked: Written) => string | Promise<Uint8Array>;

/** How a report is written, a format a file; those with large packages are read when they are asked for. */
const WRITERS: Record<ReportFormat, Write> = {
  docx: async (report, { template }) => (await import('./docx.js')).docxReport(report, template),
  xlsx: async (report, asked) => (await import('./xlsx.js')).xlsxReport(report, asked),
  pptx: async (report) => (await import('./pptx.js')).pptxReport(report),
  html: (report) => htmlReport(report),
  explore: exploreReport,
  markdown: markdownReport,
  latex: latexReport,
  json: jsonReport,
  svg: svgReport,
  png: async (report) => (await import('./png.js')).pngReport(report),
  csv: csvReport,
  tidy: tidyReport,
};

/** A report in a format, as the bytes of its file. */
export async function writeReport(report: Report, format: ReportFormat, asked: Written = {}): Promise<Uint8Array> {
  const written = await WRITERS[format](report, asked);
  return typeof written === 'string' ? new TextEncoder().encode(written) : written;
}
