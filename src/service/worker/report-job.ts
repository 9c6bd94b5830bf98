import { writeFile } from 'node:fs/promises';
import { reportPicture } from '../../charts/table/report-picture.js';
import { numbering, tableName } from '../../core/report/captioned.js';
import type { Disclosed } from '../../core/disclosure/disclosed.js';
import { type Protection, protectionNote } from '../../core/disclosure/protection-shape.js';
import { methodsNote } from '../../core/report/methods-note.js';
import type { DocxTemplate } from '../../core/report/docx-template-shape.js';
import type { RefusedTable, Report, ReportItem } from '../../core/report/report.js';
import { isPictured, type ReportFormat } from '../../core/report/report-formats.js';
import { type CountedTable, disclosedTable, type Reported, reportTable } from '../../core/report/report-table.js';
import type { Shown } from '../../core/table/shown-shape.js';
import { writeReport } from '../../formats/reports/write-report.js';
import type { Tell } from '../jobs/helper.js';

/** An item of a report, its tables counted and not yet worked out; tables have no numbers yet. */
export type CountedItem =
  | ({ is: 'table' } & CountedTable)
  | (Omit<RefusedTable, 'number' | 'handed'> & { shown: Shown })
  | Exclude<ReportItem, { is: 'table' } | { is: 'refused' }>;

export interface ReportJob extends Pick<Report, 'title' | 'facts'>, Pick<Reported, 'variables' | 'sizes'> {
  items: readonly CountedItem[];
  format: ReportFormat;
  /** Of a file for somebody who is not to know single respondents. */
  protection: Protection | undefined;
  /** Of a workbook: all tables on one sheet. */
  together: boolean;
  /** Of a document: whose look it takes; null: ours. */
  template: DocxTemplate | null;
  /** The file that is written. */
  path: string;
}

/** Works the tables of a report out and writes it, telling of how many are done. */
export async function writeReportFile(job: ReportJob, tell: Tell): Promise<null> {
  const { title, facts, items: counted, format, protection, together, template, path, ...of } = job;
  const reported = { ...of, protection, answers: format === 'json', draw: reportPicture };
  const all = counted.filter(({ is }) => is === 'table').length;
  const nextNumber = numbering();
  let done = 0;
  const items = counted.map((item): ReportItem => {
    if (item.is === 'section' || item.is === 'note') return item;
    const handed = isPictured(format) ? 'picture' : (item.shown.handed ?? 'table');
    const number = nextNumber(handed);
    if (item.is === 'refused') return { ...item, handed, number };
    const table = reportTable(number, { ...item, shown: { ...item.shown, handed } }, reported);
    tell(++done / all, 0);
    return table;
  });
  const tables = items.filter((item) => item.is === 'table');
  const methods = [...methodsNote(tables), ...(protection ? [protectionNote(protection)] : [])];
  const report = { title, facts, items, methods };
  await writeFile(path, await writeReport(report, format, { together, template }));
  return null;
}

export interface DiscloseJob extends Pick<ReportJob, 'items' | 'variables'> {
  protection: Protection;
}

/** What a table of a report says of few respondents. */
export type DisclosedTable = { name: string; caption: string; disclosed: Disclosed };

/** Looks at what the tables of a report say of few respondents, before they are written. */
export function discloseTables({ items, protection, variables }: DiscloseJob): DisclosedTable[] {
  const nextNumber = numbering();
  return items.flatMap((item): DisclosedTable[] => {
    if (item.is !== 'table' && item.is !== 'refused') return [];
    const { handed } = item.shown;
    const name = tableName({ number: nextNumber(handed), handed });
    return item.is === 'table' ? [{ name, ...disclosedTable(item, variables, protection) }] : [];
  });
}
