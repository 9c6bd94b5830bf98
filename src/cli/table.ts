import { FiguresWordSchema, TableAskedSchema } from '../api/table-schemas.js';
import { parseWith } from '../core/parse-with.js';
import { displayOf } from '../core/table/display.js';
import { said } from './said.js';
import { studyId } from './study-id.js';
import type { Service } from '../service/context.js';
import { tableAsCsv } from '../service/table-csv.js';
import { readyStudy } from '../service/open-study.js';
import { answerTable, readAsked } from '../service/table-answer.js';

export interface TableFlags {
  order?: string | undefined;
  sort?: string | undefined;
  sortNest?: string | undefined;
  sortFigure?: string | undefined;
  ascending?: boolean;
  predicted?: string[];
  full?: boolean;
  figures?: string | undefined;
  csv?: boolean;
}

/** What the command `table` prints: the whole answer as JSON on one line, or the table as CSV. */
export async function sayTable(service: Service, called: string, text: string, flags: TableFlags): Promise<string> {
  const study = await readyStudy(service, studyId(service, called));
  const { order, sort, sortFigure, ascending, predicted, full } = flags;
  const sortNest = flags.sortNest === undefined ? undefined : Number(flags.sortNest);
  const how = { order, sort, sortNest, sortFigure, ascending, predicted, full };
  const asked = parseWith(TableAskedSchema, said(text, how));
  if (flags.csv !== true) return `${(await answerTable(service, study, asked)).text}\n`;
  const figures = flags.figures === undefined ? undefined : parseWith(FiguresWordSchema, flags.figures);
  return tableAsCsv(service, study, readAsked(study, asked), { ...displayOf(asked), figures });
}
