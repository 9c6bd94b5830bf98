import { byId } from '../core/by-id.js';
import { canonicalCode } from '../core/codebook/number.js';
import { isAnswer, missingIn, titleOf } from '../core/codebook/types.js';
import { mapClause } from '../core/count/clause.js';
import type { CountArray } from '../core/count/types.js';
import { Fault } from '../core/fault.js';
import { checkBattery } from '../core/table/battery.js';
import { checkSummary } from '../core/summary/check-summary.js';
import { checkConditions } from '../core/table/check-conditions.js';
import { checkNets } from '../core/table/net.js';
import { codesWithFound } from '../core/table/positions.js';
import { variablesAs } from '../core/table/variables-as.js';
import { blocksOf, type Condition, isDescribed, type RowItem, type Sentence } from '../core/table/sentence.js';
import { columnCodes } from '../store/columns.js';
import { studyRow } from '../store/study.js';
import { allVariables, type VariableRow } from '../store/variables.js';
import { allWorkings } from '../store/workings.js';
import type { OpenStudy, Service } from './context.js';
import type { ConditionRef } from '../core/count/asked.js';
import type { CountJob } from './worker/count-job.js';

type Find = (id: number, slot: string) => VariableRow;

function finder(variables: readonly VariableRow[]): Find {
  const byId = new Map(variables.map((variable) => [variable.id, variable]));
  return (id, slot) => {
    const variable = byId.get(id);
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
function withinOf(study: OpenStudy, { by, within }: Sentence, find: Find): VariableRow | null {
  if (within === null) return null;
  const variable = find(within, 'within');
  const title = titleOf(variable);
  const place = { field: 'within' };
  if (by.length === 0)
    throw new Fault(
      'invalid',
      'A table is within a variable only where it has a "by".',
      `Use ${title} as the "by".`,
      place,
    );
  const answers = codesWithFound(variable, codesOf(study, variable)).filter(isAnswer);
  if (answers.length > MOST_STRATA) {
    throw new Fault(
      'too-large',
      `${title} has ${answers.length} categories, which would be as many tables.`,
      `Group it into ${MOST_STRATA} or fewer first.`,
      place,
    );
  }
  return variable;
}

const codesOf = ({ db }: OpenStudy, { columnId }: VariableRow) => columnCodes(db, columnId).map(({ code }) => code);

/**
 * The slots of a question in the rows, in their order, where the sentence asks at which place options are mentioned.
 */
function slotsOf(
  study: OpenStudy,
  { mention = 'any' }: RowItem,
  rows: VariableRow,
  within: number | null,
): CountJob['rows'][number]['slots'] {
  if (mention === 'any') return null;
  const recipe = byId(allWorkings(study.db), rows.workingId)?.recipe;
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

/** The codes of each net of a row item. */
function checkedNets(study: OpenStudy, { nets = [] }: RowItem, variable: VariableRow, field: string) {
  if (nets.length === 0) return [];
  const answers = codesWithFound(variable, codesOf(study, variable)).filter(isAnswer);
  checkNets(
    nets,
    answers.map(({ code }) => code),
    field,
  );
  return nets.map(({ codes }) => codes);
}

const refer = (variable: VariableRow) => ({ column: variable.columnId, title: titleOf(variable) });

/** A number that respondents count as. */
function weightOf(id: number, find: Find): VariableRow {
  const weight = find(id, 'weight');
  if (weight.level === 'number') return weight;
  throw new Fault('unsupported', `${titleOf(weight)} is not a number, so it cannot weight.`, 'Weight by a number.', {
    field: 'weight',
  });
}

/** Looks at a respondent, and cells, that a small table has at most: it takes some tenths of a second. */
const MOST_LOOKS = 40_000_000;
const MOST_CELLS = 200_000;

/** The variables of each block. */
const variablesOfBlocks = (sentence: Sentence, find: Find): VariableRow[][] =>
  blocksOf(sentence).map(({ row, nest, within }) => [
    find(row.variable, 'rows'),
    ...nest.map((id) => find(id, 'by')),
    ...(within === null ? [] : [find(within, 'within')]),
  ]);

/** Whether a table takes long, so that small ones of others do not wait behind it. */
function isMuch(respondents: number, blocks: readonly VariableRow[][], weighted: boolean): boolean {
  const looks = blocks.reduce((sum, variables) => sum + respondents * (variables.length + (weighted ? 2 : 0)), 0);
  const cells = blocks.reduce(
    (sum, variables) => sum + variables.reduce((product, { codes }) => product * (codes.length + 2), 1),
    0,
  );
  return looks > MOST_LOOKS || cells > MOST_CELLS;
}

/** What a thread needs to count a sentence, and whether it takes long. @throws Fault naming what cannot be counted */
export function countJobOf(study: OpenStudy, sentence: Sentence): { job: CountJob; isMuch: boolean } {
  const listed = allVariables(study.db);
  const variables = variablesAs(listed, sentence);
  const find = finder(variables);
  // A condition keeps whom the codebook says.
  const findListed = finder(listed);
  const missingOf = (variable: VariableRow) => missingIn(codesWithFound(variable, codesOf(study, variable)));
  if (sentence.battery)
    checkBattery(
      sentence.rows.map(({ variable }) => find(variable, 'rows')),
      sentence.by.length,
    );
  if (sentence.summary) checkSummary(sentence);
  const rows = sentence.rows.map((item, k) => {
    const variable = find(item.variable, 'rows');
    const described = isDescribed(item, variable) ? { missing: missingOf(variable) } : null;
    const nets = checkedNets(study, item, variable, `rows[${k}].nets`);
    return { ...refer(variable), slots: slotsOf(study, item, variable, sentence.within), nets, described };
  });
  const grouping = (variable: VariableRow) => ({ ...refer(variable), missing: missingOf(variable) });
  const nests = sentence.by.map((nest) => nest.map((id) => grouping(find(id, 'by'))));
  const within = withinOf(study, sentence, find);
  checkConditions(sentence.only, listed, ({ id }) => codesOf(study, findListed(id, 'only')));
  const weight = sentence.weight === null ? null : weightOf(sentence.weight, find);
  const { respondents } = studyRow(study.db);
  const blocks = variablesOfBlocks(sentence, find);
  const job: CountJob = {
    file: study.file,
    respondents,
    rows,
    nests: nests.length === 0 ? [[]] : nests,
    within: within && grouping(within),
    only: sentence.only.map((clause, k) =>
      mapClause<Condition, ConditionRef>(clause, (condition) => {
        const variable = findListed(condition.variable, `only[${k}]`);
        const rule = 'codes' in condition ? { ...condition, codes: condition.codes.map(canonicalCode) } : condition;
        return { ...refer(variable), rule, missing: missingOf(variable) };
      }),
    ),
    weight: weight && grouping(weight),
  };
  return { job, isMuch: isMuch(respondents, blocks, weight !== null) };
}

/** Counts what a sentence asks for, in the counting thread: a count array for each block, row items by nests. */
export async function countSentence(service: Service, study: OpenStudy, sentence: Sentence): Promise<CountArray[]> {
  const { job, isMuch: takesLong } = countJobOf(study, sentence);
  return service.count(job, takesLong);
}
