import type { Sentence } from '../core/table/sentence.js';
import { allVariables } from '../store/variables.js';
import type { OpenStudy, Service } from './context.js';
import { countSentence } from './count-table.js';
import { askedTable, countedTable } from './counted-table.js';
import { findTable } from './saved-tables.js';
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

/** A table that is kept as CSV, with its title; one that is frozen as it was then. */
export async function savedTableAsCsv(
  service: Service,
  study: OpenStudy,
  id: number,
): Promise<{ title: string; text: string }> {
  const table = findTable(study, id);
  const { sentence, shown, counts, frozen } = await countedTable(service, study, askedTable(table), false);
  const variables = frozen?.variables ?? allVariables(study.db);
  const text = await service.run('tableCsv', { counted: { sentence, counts, variables }, asked: shown });
  return { title: table.title, text };
}
