import { titleOf } from '../core/codebook/types.js';
import { assessmentOfTable } from '../core/reading/read.js';
import { blockTables } from '../core/table/block-tables.js';
import type { Display } from '../core/table/order.js';
import { saySentence } from '../core/table/say-sentence.js';
import type { Sentence } from '../core/table/sentence.js';
import { asGrid, type GridAsked } from '../core/view/as-grid.js';
import { extrasOf, wholeView } from '../core/view/whole-view.js';
import { writeCsv } from '../formats/csv-write.js';
import { allVariables } from '../store/variables.js';
import type { OpenStudy, Service } from './context.js';
import { countSentence } from './count-table.js';

/** How sure verdicts in a file are. */
const CONFIDENCE = 0.95;

type CsvAsked = GridAsked & Display;

/** A table as CSV; one within a variable has the table of all first, and then each category's. */
export async function tableAsCsv(
  service: Service,
  study: OpenStudy,
  sentence: Sentence,
  { order, last, ...asked }: CsvAsked,
): Promise<string> {
  const counts = await countSentence(service, study, sentence);
  const variables = allVariables(study.db);
  const blocks = blockTables(sentence, counts, variables, { order, last });
  const { view, strata } = wholeView(
    saySentence(sentence, variables),
    blocks,
    Math.max(1, sentence.by.length),
    (table) => extrasOf(table, assessmentOfTable(table, CONFIDENCE, asked.letters), asked.letters ?? null),
  );
  const within = blocks[0]?.split?.within.variable;
  return writeCsv([
    ...asGrid(view, asked),
    ...strata.flatMap(({ label, view: own }) => [
      [],
      ...asGrid({ ...own, title: `${within ? titleOf(within) : ''}: ${label}` }, asked),
    ]),
  ]);
}
