import { FiguresWordSchema, TableAskedSchema } from '../api/table-schemas.js';
import { parseWith } from '../core/parse-with.js';
import { studyId } from './study-id.js';
import type { Service } from '../service/context.js';
import { tableAsCsv } from '../service/table-csv.js';
import { readyStudy } from '../service/open-study.js';
import { answerTable, readSentence } from '../service/table-answer.js';

/** What the command `table` prints: the whole answer as JSON on one line, or the table as CSV. */
export async function sayTable(
  service: Service,
  called: string,
  sentence: string,
  { order, figures, csv = false }: { order: string; figures?: string | undefined; csv?: boolean },
): Promise<string> {
  const study = await readyStudy(service, studyId(service, called));
  const asked = parseWith(TableAskedSchema, { sentence, order });
  if (!csv) return `${(await answerTable(service, study, asked)).text}\n`;
  const chosen = figures === undefined ? undefined : parseWith(FiguresWordSchema, figures);
  return tableAsCsv(service, study, readSentence(study, sentence), { figures: chosen, order: asked.order });
}
