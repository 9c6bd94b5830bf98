import { titleOf } from '../../core/codebook/types.js';
import { blockTables } from '../../core/table/block-tables.js';
import { type Display, displayOf } from '../../core/table/display.js';
import type { Shown } from '../../core/table/shown-shape.js';
import type { Table } from '../../core/table/table.js';
import { figureValuesBy } from '../../core/view/figure-values.js';
import { asGrid, type GridAsked } from '../../core/view/as-grid.js';
import { type AnswerOptions, type Counted, wholeAnswer } from '../../core/view/whole-answer.js';
import { viewOfSentence } from '../../core/view/view-of-sentence.js';
import { cellExtras } from '../../core/view/whole-view.js';
import { leastCompared } from '../../core/view/with-bases.js';
import { jsonBytes } from '../json-text.js';
import { writeCsv } from '../../formats/csv-write.js';

/** How sure verdicts in a file are. */
const CONFIDENCE = 0.95;

export interface TableJob {
  counted: Counted;
  options: AnswerOptions;
}

/** A whole table as JSON. */
export const tableText = ({ counted, options }: TableJob) => jsonBytes(wholeAnswer(counted, options));

export interface TableCsvJob {
  counted: Counted;
  asked: GridAsked & Display & Pick<Shown, 'adjustment' | 'bases' | 'confidence' | 'summary'>;
}

/** A table as CSV; one within a variable has the table of all first, and then each category's. */
export function tableCsv({ counted: { sentence, counts, variables }, asked }: TableCsvJob): string {
  const { adjustment, figures, bases, confidence = CONFIDENCE } = asked;
  const grid = { figures };
  const work = (table: Table) => cellExtras(table, { adjustment, confidence, least: leastCompared(bases) });
  const blocks = blockTables(sentence, counts, variables, displayOf(asked), figureValuesBy(work));
  const { view, battery, strata } = viewOfSentence(sentence, blocks, variables, work, asked);
  const within = blocks[0]?.split?.within.variable;
  return writeCsv([
    ...asGrid(battery ?? view, grid),
    ...strata.flatMap(({ label, view: own }) => [
      [],
      ...asGrid({ ...own, title: `${within ? titleOf(within) : ''}: ${label}` }, grid),
    ]),
  ]);
}
