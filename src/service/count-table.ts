import { missingIn, titleOf } from '../core/codebook/types.js';
import type { CountArray } from '../core/count/types.js';
import { Fault } from '../core/fault.js';
import { saySentence, type Sentence } from '../core/table/sentence.js';
import { toGrid } from '../core/table/grid.js';
import type { Percent } from '../core/table/share.js';
import { codesWithFound, tabulate } from '../core/table/tabulate.js';
import { writeCsv } from '../formats/csv-write.js';
import { columnCodes } from '../store/columns.js';
import { studyRow } from '../store/study.js';
import { allVariables, type VariableRow } from '../store/variables.js';
import type { OpenStudy, Service } from './context.js';

function finder(variables: readonly VariableRow[]): (id: number, slot: string) => VariableRow {
  return (id, slot) => {
    const variable = variables.find((one) => one.id === id);
    if (!variable) {
      throw new Fault(
        'not-found',
        `The study has no variable ${id}, which "${slot}" asks for.`,
        'Choose one from the roster.',
        { field: slot },
      );
    }
    return variable;
  };
}

/** Counts what a sentence asks for, in the counting thread. */
export async function countTable(service: Service, study: OpenStudy, sentence: Sentence): Promise<CountArray> {
  const find = finder(allVariables(study.db));
  const axes = [find(sentence.rows, 'rows'), ...(sentence.by === null ? [] : [find(sentence.by, 'by')])];
  return service.run('count', {
    file: study.file,
    respondents: studyRow(study.db).respondents,
    axes: axes.map((variable) => ({ column: variable.columnId, title: titleOf(variable) })),
    only: sentence.only.map((condition, k) => {
      const variable = find(condition.variable, `only[${k}]`);
      const found = columnCodes(study.db, variable.columnId).map(({ code }) => code);
      const missing = missingIn(codesWithFound(variable, found));
      return { column: variable.columnId, title: titleOf(variable), test: condition, missing };
    }),
    weight: null,
  });
}

/** A table as CSV. */
export async function tableAsCsv(
  service: Service,
  study: OpenStudy,
  sentence: Sentence,
  percent: Percent,
): Promise<string> {
  const counts = await countTable(service, study, sentence);
  const variables = allVariables(study.db);
  return writeCsv(toGrid(tabulate(sentence, counts, variables), saySentence(sentence, variables), percent));
}
