import { FiguresWordSchema, TableAskedSchema } from '../api/table-schemas.js';
import { parseJson } from '../core/parse-json.js';
import { parseWith } from '../core/parse-with.js';
import { displayOf } from '../core/table/order.js';
import { RecordShape } from './record-shape.js';
import { studyId } from './study-id.js';
import type { Service } from '../service/context.js';
import { tableAsCsv } from '../service/table-csv.js';
import { readyStudy } from '../service/open-study.js';
import { answerTable, readAsked } from '../service/table-answer.js';

export interface TableFlags {
  order?: string | undefined;
  sort?: string | undefined;
  full?: boolean;
  figures?: string | undefined;
  csv?: boolean;
}

/** What is asked for: a sentence in words, or the parts of one as JSON, as over HTTP. */
function askedIn(text: string, { order, sort, full }: TableFlags) {
  const flags = { order, sort, full };
  const said = Object.fromEntries(Object.entries(flags).filter(([, value]) => value !== undefined));
  if (!text.trimStart().startsWith('{')) return parseWith(TableAskedSchema, { sentence: text, ...said });
  return parseWith(TableAskedSchema, { ...parseWith(RecordShape, parseJson(text)), ...said });
}

/** What the command `table` prints: the whole answer as JSON on one line, or the table as CSV. */
export async function sayTable(service: Service, called: string, text: string, flags: TableFlags): Promise<string> {
  const study = await readyStudy(service, studyId(service, called));
  const asked = askedIn(text, flags);
  if (flags.csv !== true) return `${(await answerTable(service, study, asked)).text}\n`;
  const figures = flags.figures === undefined ? undefined : parseWith(FiguresWordSchema, flags.figures);
  return tableAsCsv(service, study, readAsked(study, asked), { ...displayOf(asked), figures });
}
