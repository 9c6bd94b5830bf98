import { extname } from 'node:path';
import { Fault } from '../core/fault.js';
import { REPORT_FORMAT_IDS, REPORT_FORMATS, type ReportFormat } from '../core/report/report-formats.js';
import type { Service } from '../service/context.js';
import { readyStudy } from '../service/open-study.js';
import { writeBinder } from '../service/report.js';
import { studyId } from './study-id.js';
import { mustBeFree, writeFileTo } from './write-file.js';

export interface BinderFlags {
  as?: string | undefined;
  output?: string | undefined;
  tables?: string[];
  together?: boolean;
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

/** What the command `binder` does: writes the file. @returns its path, as a line */
export async function sayBinder(service: Service, called: string, flags: BinderFlags): Promise<string> {
  const { output, together } = flags;
  const as = formatFor(flags.as, output);
  if (output !== undefined) mustBeFree(output);
  const study = await readyStudy(service, studyId(service, called));
  const file = await writeBinder(service, study, flags.tables?.map(tableId), { as, together });
  return `${await writeFileTo(file, output)}\n`;
}
