import { extname } from 'node:path';
import { Fault } from '../core/fault.js';
import { REPORT_FORMAT_IDS, REPORT_FORMATS, type ReportFormat } from '../core/report/report-formats.js';
import { bindersOf } from '../service/binders.js';
import type { OpenStudy, Service } from '../service/context.js';
import { readyStudy } from '../service/open-study.js';
import { writeBinder } from '../service/report.js';
import { studyId } from './study-id.js';
import { mustBeFree, writeFileTo } from './write-file.js';

export interface BinderFlags {
  as?: string | undefined;
  output?: string | undefined;
  tables?: string[];
  together?: boolean;
  binder?: string | undefined;
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
function binderCalled({ db }: OpenStudy, { binder }: BinderFlags): number | undefined {
  if (binder === undefined) return undefined;
  const binders = bindersOf(db);
  const own = binders.find(({ name }) => name === binder);
  if (own) return own.id;
  const names = binders.map(({ name }) => `“${name}”`).join(', ');
  throw new Fault('not-found', `The study has no binder “${binder}”.`, `There are ${names}.`, { field: 'binder' });
}

/** What the command `binder` does: writes the file. @returns its path, as a line */
export async function sayBinder(service: Service, called: string, flags: BinderFlags): Promise<string> {
  const { output, together } = flags;
  const as = formatFor(flags.as, output);
  if (output !== undefined) mustBeFree(output);
  const study = await readyStudy(service, studyId(service, called));
  const file = await writeBinder(service, study, {
    as,
    together,
    tables: flags.tables?.map(tableId),
    binder: binderCalled(study, flags),
  });
  return `${await writeFileTo(file, output)}\n`;
}
