import { canonicalCode } from '../core/codebook/number.js';
import { isAnswer, missingIn, titleOf } from '../core/codebook/types.js';
import type { CountArray } from '../core/count/types.js';
import { Fault } from '../core/fault.js';
import { checkConditions } from '../core/table/check-conditions.js';
import { saySentence, type Sentence } from '../core/table/sentence.js';
import { toGrid } from '../core/table/grid.js';
import { asDisplayed, type RowOrder } from '../core/table/order.js';
import type { Percent } from '../core/table/share.js';
import { split, splitAsDisplayed } from '../core/table/split.js';
import { cellFiguresOf, type FiguresAsked } from '../core/reading/cell-figures.js';
import { codesWithFound, type Table, tabulate } from '../core/table/tabulate.js';
import { writeCsv } from '../formats/csv-write.js';
import { columnCodes } from '../store/columns.js';
import { studyRow } from '../store/study.js';
import { allVariables, type VariableRow } from '../store/variables.js';
import { allWorkings } from '../store/workings.js';
import type { OpenStudy, Service } from './context.js';
import type { CountJob } from './worker/count-job.js';

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

/** A table is made for each category of "within"; more than this is a mistake in the sentence. */
const MOST_STRATA = 100;

/** The variable that a table is within, which must sort respondents into a few groups. */
function withinOf(study: OpenStudy, sentence: Sentence, find: ReturnType<typeof finder>): VariableRow[] {
  if (sentence.within === null) return [];
  const variable = find(sentence.within, 'within');
  const title = titleOf(variable);
  const place = { field: 'within' };
  if (sentence.by === null)
    throw new Fault(
      'invalid',
      'A table is within a variable only where it has a "by".',
      `Use ${title} as the "by".`,
      place,
    );
  const answers = codesWithFound(
    variable,
    columnCodes(study.db, variable.columnId).map(({ code }) => code),
  ).filter(isAnswer);
  if (answers.length > MOST_STRATA) {
    throw new Fault(
      'too-large',
      `${title} has ${answers.length} categories, which would be as many tables.`,
      `Group it into ${MOST_STRATA} or fewer first.`,
      place,
    );
  }
  return [variable];
}

/**
 * The slots of the question in the rows, in their order, where the sentence asks at which place options are mentioned.
 */
function slotsOf(study: OpenStudy, { mention = 'any', within }: Sentence, rows: VariableRow): CountJob['slots'] {
  if (mention === 'any') return null;
  const recipe = allWorkings(study.db).find(({ id }) => id === rows.workingId)?.recipe;
  const place = { field: 'mention' };
  if (recipe?.kind !== 'slots')
    throw new Fault(
      'unsupported',
      `${titleOf(rows)} was not gathered from slots, so there is no order of mention.`,
      'Ask for any mention.',
      place,
    );
  if (mention === 'rank' && within !== null)
    throw new Fault(
      'unsupported',
      'The average place of mention is of one table, not of several within a third variable.',
      'Take the "within" away, or keep one of its categories by "only where".',
      place,
    );
  const columns = new Map(allVariables(study.db).map(({ id, columnId }) => [id, columnId]));
  return { as: mention, columns: recipe.sources.flatMap((id) => columns.get(id) ?? []) };
}

/** Counts what a sentence asks for, in the counting thread. */
export async function countTable(service: Service, study: OpenStudy, sentence: Sentence): Promise<CountArray> {
  const find = finder(allVariables(study.db));
  const missingOf = (variable: VariableRow) => {
    const found = columnCodes(study.db, variable.columnId).map(({ code }) => code);
    return missingIn(codesWithFound(variable, found));
  };
  const refer = (variable: VariableRow) => ({ column: variable.columnId, title: titleOf(variable) });
  const axes = [
    find(sentence.rows, 'rows'),
    ...(sentence.by === null ? [] : [find(sentence.by, 'by')]),
    ...withinOf(study, sentence, find),
  ];
  checkConditions(sentence.only, allVariables(study.db), (variable) => {
    const row = allVariables(study.db).find(({ id }) => id === variable.id);
    return row ? columnCodes(study.db, row.columnId).map(({ code }) => code) : [];
  });
  const weight = sentence.weight === null ? null : find(sentence.weight, 'weight');
  if (weight && weight.level !== 'number') {
    throw new Fault('unsupported', `${titleOf(weight)} is not a number, so it cannot weight.`, 'Weight by a number.', {
      field: 'weight',
    });
  }
  return service.run('count', {
    slots: slotsOf(study, sentence, axes[0]!),
    file: study.file,
    respondents: studyRow(study.db).respondents,
    axes: axes.map(refer),
    only: sentence.only.map((condition, k) => {
      const variable = find(condition.variable, `only[${k}]`);
      const test = 'codes' in condition ? { ...condition, codes: condition.codes.map(canonicalCode) } : condition;
      return { ...refer(variable), test, missing: missingOf(variable) };
    }),
    weight: weight && { ...refer(weight), missing: missingOf(weight) },
  });
}

/** A table as CSV; one within a variable has the table of all first, and then each stratum's. */
export async function tableAsCsv(
  service: Service,
  study: OpenStudy,
  sentence: Sentence,
  {
    percent,
    order = 'list',
    last = false,
    ...asked
  }: FiguresAsked & { percent: Percent; order?: RowOrder | undefined; last?: boolean | undefined },
): Promise<string> {
  const counts = await countTable(service, study, sentence);
  const variables = allVariables(study.db);
  const title = saySentence(sentence, variables);
  const grid = (table: Table, name: string) => toGrid(table, name, percent, cellFiguresOf(table, asked));
  if (sentence.within === null) {
    return writeCsv(grid(asDisplayed(tabulate(sentence, counts, variables), { order, last }), title));
  }
  const { within, all, strata } = splitAsDisplayed(split(sentence, counts, variables), { order, last });
  const name = titleOf(within.variable);
  return writeCsv([
    ...grid(all, title),
    ...strata.flatMap(({ label, table }) => [[], ...grid(table, `${name}: ${label}`)]),
  ]);
}
