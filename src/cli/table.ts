import { TableAskedSchema } from '../api/table-schemas.js';
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
  { order, csv = false }: { order: string; csv?: boolean },
): Promise<string> {
  const study = await readyStudy(service, studyId(service, called));
  const asked = parseWith(TableAskedSchema, { sentence, order });
  if (!csv) return `${(await answerTable(service, study, asked)).text}\n`;
  const { order: rowOrder } = asked;
  return tableAsCsv(service, study, readSentence(study, sentence), { percent: 'column', order: rowOrder });
}
