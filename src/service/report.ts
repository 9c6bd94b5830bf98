import { randomBytes } from 'node:crypto';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Binder, BinderItem } from '../core/binder/binder-shape.js';
import { type Protection, USUAL_PROTECTION } from '../core/disclosure/protection-shape.js';
import { Fault, type FaultKind } from '../core/fault.js';
import { fileStem } from '../core/file-stem.js';
import type { DocxTemplate } from '../core/report/docx-template-shape.js';
import { reportFacts } from '../core/report/report-facts.js';
import { isPictured, REPORT_FORMATS, type ReportFormat } from '../core/report/report-formats.js';
import { captionOf } from '../core/table/say-sentence.js';
import { ledgerEnds } from '../store/ledger.js';
import { allSourceFiles } from '../store/source-files.js';
import { studyRow } from '../store/study.js';
import { keptTemplate } from '../store/template.js';
import { allTables } from '../store/tables.js';
import { allVariables } from '../store/variables.js';
import { findBinder } from './binders.js';
import { mustEnd, type OpenStudy, type Service } from './context.js';
import { type AskedTable, askedTable, countedTable } from './counted-table.js';
import { type PassingFile, passingFile } from './passing-file.js';
import { checkVariables } from './saved-tables.js';
import { VERSION } from './version.js';
import type { CountedItem, DisclosedTable } from './worker/report-job.js';

/** How a report is written. */
export interface ReportAsked {
  as: ReportFormat;
  /** Of a workbook: all tables on one sheet. */
  together?: boolean | undefined;
  /** Of a page to explore: from how many respondents on a figure is given; as usual, where it is not said. */
  protection?: Partial<Protection> | undefined;
  /** Of a document: whose look it takes; null: ours; that of the study's template, where it is not said. */
  template?: DocxTemplate | null | undefined;
}

type AskedItem = ({ is: 'table' } & AskedTable) | Exclude<BinderItem, { is: 'table' }>;

/** How far the reports of a study are that are being written: tables done, and of how many. */
export interface ReportProgress {
  done: number;
  of: number;
}

/** Faults of what is asked for, and not of the moment: they would come again. */
const OF_TABLE: readonly FaultKind[] = ['invalid', 'not-found', 'unsupported', 'too-large'];

async function countedItem(
  service: Service,
  study: OpenStudy,
  table: AskedTable,
  isDrawn: boolean,
): Promise<CountedItem> {
  return { is: 'table', ...(await countedTable(service, study, table, isDrawn)) };
}

/** A table that is counted; where it cannot be, why that is: it keeps no other table back. */
async function countedOrWhy(
  service: Service,
  study: OpenStudy,
  table: AskedTable,
  isDrawn: boolean,
): Promise<CountedItem> {
  try {
    return await countedItem(service, study, table, isDrawn);
  } catch (error) {
    if (!(error instanceof Fault) || !OF_TABLE.includes(error.kind)) throw error;
    const caption = captionOf(table.sentence, allVariables(study.db), table.shown);
    return { is: 'refused', shown: table.shown, caption, why: `${error.message} ${error.mend}` };
  }
}

/** @param title of the report @param stem of the file's name */
async function write(
  service: Service,
  study: OpenStudy,
  asked: readonly AskedItem[],
  { as, together = false, protection, template }: ReportAsked,
  { title, stem }: { title: string; stem: string },
): Promise<PassingFile> {
  const { db } = study;
  const { name, subtitle, respondents, settings } = studyRow(db);
  const files = allSourceFiles(db);
  const { entries } = ledgerEnds(db);
  const facts = reportFacts({ name, subtitle, respondents, files, entries }, new Date().toISOString(), VERSION);
  const all = asked.filter(({ is }) => is === 'table').length;
  const progress: ReportProgress = { done: 0, of: 2 * all };
  service.reporting.set(study.id, progress);
  const folder = join(service.folder, 'exports', randomBytes(9).toString('hex'));
  await mkdir(folder, { recursive: true });
  try {
    const items: CountedItem[] = [];
    // One that is wanted alone has nothing to keep back.
    const count = asked.length > 1 ? countedOrWhy : countedItem;
    for (const item of asked) {
      const isDrawn = item.is === 'table' && (isPictured(as) || (item.shown.handed ?? 'table') !== 'table');
      items.push(item.is === 'table' ? await count(service, study, item, isDrawn) : item);
      if (item.is === 'table') progress.done++;
    }
    const fileName = `${stem}.${REPORT_FORMATS[as].ending}`;
    const path = join(folder, fileName);
    const job = {
      ...{ title, facts, items, format: as, together, path, variables: allVariables(db) },
      protection: as === 'explore' ? { ...USUAL_PROTECTION, ...protection } : undefined,
      template: as !== 'docx' ? null : template === undefined ? keptTemplate(db) : template,
    };
    await service.run(
      'report',
      { ...job, sizes: settings.sizeWords },
      { tell: (share) => (progress.done = all * (1 + share)) },
    );
    return await passingFile(fileName, path, folder);
  } catch (error) {
    await rm(folder, { recursive: true, force: true });
    throw error;
  } finally {
    if (service.reporting.get(study.id) === progress) service.reporting.delete(study.id);
  }
}

/** A table as a file, as it is shown. @throws Fault where it cannot be counted */
export function writeTable(
  service: Service,
  study: OpenStudy,
  table: AskedTable,
  asked: ReportAsked,
): Promise<PassingFile> {
  checkVariables(study, table.sentence);
  const title = captionOf(table.sentence, allVariables(study.db), table.shown);
  const item: AskedItem = { is: 'table', ...table };
  return mustEnd(service, write(service, study, [item], asked, { title, stem: fileStem(title, 'table') }));
}

/** Which binder is written, and what of it. */
export interface BinderAsked extends ReportAsked {
  /** Its id; the first one, where it is not said. */
  binder?: number | undefined;
  /** The ids of its tables that are wanted; all that is in it, where they are not said. */
  tables?: readonly number[] | undefined;
}

/** What is wanted of a binder, in its order. @throws Fault where a table is not in it, or nothing is */
function wantedItems(study: OpenStudy, { name, items }: Binder, ids: readonly number[] | undefined): AskedItem[] {
  const tables = new Map(allTables(study.db).map((table) => [table.id, table]));
  const listed = new Set(items.flatMap((item) => (item.is === 'table' ? [item.table] : [])));
  const gone = ids?.find((id) => !listed.has(id));
  if (gone !== undefined)
    throw new Fault('not-found', `The binder “${name}” has no table ${gone}.`, 'Choose one from the binder.', {
      field: 'tables',
    });
  const wanted = items.flatMap((item): AskedItem[] => {
    if (item.is !== 'table') return ids ? [] : [item];
    const table = tables.get(item.table);
    if (!table || ids?.includes(item.table) === false) return [];
    return [{ is: 'table', ...askedTable(table) }];
  });
  if (wanted.length > 0) return wanted;
  throw new Fault('not-found', `The binder “${name}” is empty.`, 'Keep a table in it first.', { field: 'binder' });
}

/** The sentences of the tables that are wanted of a binder. @throws Fault as `writeBinder` does */
export const sentencesOfBinder = (study: OpenStudy, { binder, tables }: Pick<BinderAsked, 'binder' | 'tables'>) =>
  wantedItems(study, findBinder(study, binder), tables).flatMap((item) => (item.is === 'table' ? [item.sentence] : []));

/**
 * A binder as a file: its sections, notes and tables in their order, with the readings that are kept with them.
 * @throws Fault where there is no such binder or table, or nothing in it
 */
export function writeBinder(
  service: Service,
  study: OpenStudy,
  { binder: id, tables, ...asked }: BinderAsked,
): Promise<PassingFile> {
  const binder = findBinder(study, id);
  const items = wantedItems(study, binder, tables);
  const title = `${studyRow(study.db).name}: ${binder.name}`;
  const stem = fileStem(`${study.id} ${binder.name}`, 'binder');
  return mustEnd(service, write(service, study, items, asked, { title, stem }));
}

/** What a check of a binder is told of. */
export type DisclosureAsked = Pick<BinderAsked, 'binder' | 'tables' | 'protection'>;

/**
 * What the tables of a binder say of few respondents, and what a page to explore would withhold of them.
 * @throws Fault where there is no such binder or table, or nothing in it
 */
export async function discloseBinder(
  service: Service,
  study: OpenStudy,
  { binder: id, tables, protection: asked }: DisclosureAsked,
): Promise<{ protection: Protection; tables: DisclosedTable[] }> {
  const protection = { ...USUAL_PROTECTION, ...asked };
  const items: CountedItem[] = [];
  for (const item of wantedItems(study, findBinder(study, id), tables))
    items.push(item.is === 'table' ? await countedOrWhy(service, study, item, false) : item);
  const disclosed = await service.run('disclose', { items, protection, variables: allVariables(study.db) });
  return { protection, tables: disclosed };
}

/** How far the report of a study is; null where none is being written. */
export const reportProgress = (service: Service, study: OpenStudy): ReportProgress | null =>
  service.reporting.get(study.id) ?? null;
