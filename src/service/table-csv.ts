import type { Sentence } from '../core/table/sentence.js';
import { allVariables } from '../store/variables.js';
import type { OpenStudy, Service } from './context.js';
import { countSentence } from './count-table.js';
import type { TableCsvJob } from './worker/table-job.js';

/** A table as CSV, written in a thread. */
export async function tableAsCsv(
  service: Service,
  study: OpenStudy,
  sentence: Sentence,
  asked: TableCsvJob['asked'],
): Promise<string> {
  const counts = await countSentence(service, study, sentence);
  return service.run('tableCsv', { counted: { sentence, counts, variables: allVariables(study.db) }, asked });
}
