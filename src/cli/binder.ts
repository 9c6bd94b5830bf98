import { extname } from 'node:path';
import { type Protection, ProtectionShape } from '../core/disclosure/protection-shape.js';
import { sayDisclosed } from '../core/disclosure/say-disclosed.js';
import { Fault } from '../core/fault.js';
import { parseWith } from '../core/parse-with.js';
import { REPORT_FORMAT_IDS, REPORT_FORMATS, type ReportFormat } from '../core/report/report-formats.js';
import { sayFrozen } from '../core/report/say-frozen.js';
import { bindersOf, findBinder } from '../service/binders.js';
import type { OpenStudy, Service } from '../service/context.js';
import { freezeTables, thawTables } from '../service/freeze-tables.js';
import { readyStudy } from '../service/open-study.js';
import { discloseBinder, writeBinder } from '../service/report.js';
import { templateIn } from './template-in.js';
import { studyId } from './study-id.js';
import { mustBeFree, writeFileTo } from './write-file.js';

export interface BinderFlags {
  as?: string | undefined;
  output?: string | undefined;
  tables?: string[];
  together?: boolean;
  binder?: string | undefined;
  /** Of a page to explore. */
  leastCell?: string | undefined;
  leastBase?: string | undefined;
  /** Says what the tables say of few respondents, and writes no file. */
  disclosure?: boolean;
  /** Of a document: the file whose look it takes. */
  template?: string | undefined;
  /** Freezes its tables, or thaws them, and writes no file. */
  freeze?: boolean;
  thaw?: boolean;
}

/**
 * The format that is asked for, or that the name of the file tells.
 * @throws Fault where there is no such format, or none is told
 */
export function formatFor(as: string | undefined, output: string | undefined): ReportFormat {
  const ending = extname(output ?? '').slice(1);
  const format = REPORT_FORMAT_IDS.find((id) => (as === undefined ? REPORT_FORMATS[id].ending === ending : id === as));
  if (format) return format;
  const what = as === undefined ? 'The format of the file is not said.' : `There is no format ${as}.`;
  throw new Fault('invalid', what, `Give --as with one of ${REPORT_FORMAT_IDS.join(', ')}.`, { field: 'as' });
}

function tableId(text: string): number {
  if (/^[1-9]\d{0,8}$/.test(text)) return Number(text);
  throw new Fault('invalid', `"${text}" is not the id of a table.`, 'Give whole numbers.', { field: 'tables' });
}

/** The id of the binder that is asked for by its name. @throws Fault where there is none */
export function binderCalled({ db }: OpenStudy, { binder }: Pick<BinderFlags, 'binder'>): number | undefined {
  if (binder === undefined) return undefined;
  const binders = bindersOf(db);
  const own = binders.find(({ name }) => name === binder);
  if (own) return own.id;
  const names = binders.map(({ name }) => `“${name}”`).join(', ');
  throw new Fault('not-found', `The study has no binder “${binder}”.`, `There are ${names}.`, { field: 'binder' });
}

/** From how many respondents on figures are given. @throws Fault where that is no number of respondents */
function protectionOf({ leastCell, leastBase }: BinderFlags): Partial<Protection> {
  const least = (text: string, field: 'cell' | 'base') => parseWith(ProtectionShape.shape[field], Number(text));
  return {
    ...(leastCell === undefined ? {} : { cell: least(leastCell, 'cell') }),
    ...(leastBase === undefined ? {} : { base: least(leastBase, 'base') }),
  };
}

/** What the tables say of few respondents, as lines. */
async function sayDisclosure(service: Service, study: OpenStudy, flags: BinderFlags): Promise<string> {
  const tables = flags.tables?.map(tableId);
  const asked = { binder: binderCalled(study, flags), tables, protection: protectionOf(flags) };
  const disclosed = await discloseBinder(service, study, asked);
  return disclosed.tables
    .flatMap((table) => [
      `${table.name}. ${table.caption}`,
      ...sayDisclosed(table.disclosed).map((line) => `  ${line}`),
      '',
    ])
    .join('\n');
}

/** Freezes tables of a binder, or thaws them: all of them where none are named. @returns what they are, as lines */
async function sayFreezing(service: Service, study: OpenStudy, flags: BinderFlags): Promise<string> {
  const { items } = findBinder(study, binderCalled(study, flags));
  const ids = flags.tables?.map(tableId) ?? items.flatMap((item) => (item.is === 'table' ? [item.table] : []));
  const tables = await (flags.freeze ? freezeTables : thawTables)(service, study, ids);
  return tables
    .map(({ id, title, frozen }) => `${id}  ${title}: ${frozen ? sayFrozen(frozen) : 'It follows the study.'}\n`)
    .join('');
}

/**
 * What the command `binder` does: writes the file; or freezes or thaws its tables; or says what it discloses.
 * @returns its path, or that, as lines
 */
export async function sayBinder(service: Service, called: string, flags: BinderFlags): Promise<string> {
  if (flags.disclosure === true || flags.freeze === true || flags.thaw === true) {
    const study = await readyStudy(service, studyId(service, called));
    return (flags.disclosure ? sayDisclosure : sayFreezing)(service, study, flags);
  }
  const { output, together } = flags;
  const as = formatFor(flags.as, output);
  if (output !== undefined) mustBeFree(output);
  const study = await readyStudy(service, studyId(service, called));
  const file = await writeBinder(service, study, {
    as,
    together,
    protection: protectionOf(flags),
    template: await templateIn(service, flags.template),
    tables: flags.tables?.map(tableId),
    binder: binderCalled(study, flags),
  });
  return `${await writeFileTo(file, output)}\n`;
}
