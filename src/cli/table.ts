import { TableAskedSchema } from '../api/table-schemas.js';
import { parseWith } from '../api/problem.js';
import { Fault } from '../core/fault.js';
import type { Service } from '../service/context.js';
import { tableAsCsv } from '../service/count-table.js';
import { listStudies, openStudy } from '../service/open-study.js';
import { answerTable, readSentence } from '../service/table-answer.js';

/** A study's id, by the id itself or by its name. @throws Fault where none, or several, are called so */
function studyId(service: Service, called: string): string {
  const all = listStudies(service);
  if (all.some(({ id }) => id === called)) return called;
  const named = all.filter(({ name }) => name.toLowerCase() === called.toLowerCase());
  const [only, other] = named;
  if (only && !other) return only.id;
  if (only) {
    const ids = named.map(({ id }) => id).join(', ');
    throw new Fault('invalid', `${named.length} studies are called ${called}: ${ids}.`, 'Use one of their ids.', { field: 'study' }); // prettier-ignore
  }
  const known = all.map(({ id }) => id).join(', ');
  throw new Fault('not-found', `There is no study "${called}".`, known === '' ? 'The store is empty.' : `There are ${known}.`, { field: 'study' }); // prettier-ignore
}

/** What the command `table` prints: the whole answer as JSON on one line, or the table as CSV. */
export async function sayTable(
  service: Service,
  called: string,
  sentence: string,
  { order, csv = false }: { order: string; csv?: boolean },
): Promise<string> {
  const study = openStudy(service, studyId(service, called));
  const asked = parseWith(TableAskedSchema, { sentence, order });
  if (!csv) return `${JSON.stringify(await answerTable(service, study, asked))}\n`;
  const { order: rowOrder } = asked;
  return tableAsCsv(service, study, readSentence(study, sentence), { percent: 'column', order: rowOrder });
} // prettier-ignore
