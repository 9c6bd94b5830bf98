import type { Assessment } from '../core/assess/types.js';
import { assessMentions } from '../core/assess/assess-multiple.js';
import type { Adjustment } from '../core/infer/adjust.js';
import type { ExactOptions } from '../core/infer/exact/exact.js';
import { mentionsOfTable } from '../core/reading/mentions.js';
import type { ReadOptions } from '../core/reading/options.js';
import { oneWayRequestOf } from '../core/reading/read-frequency.js';
import { read, requestOf } from '../core/reading/read.js';
import { readSplit } from '../core/reading/read-within.js';
import { assessSplit } from '../core/reading/split/assess-split.js';
import type { Answer } from '../core/reading/types.js';
import { type BlockTables, blockTables } from '../core/table/block-tables.js';
import { findVariable } from '../core/table/find-variable.js';
import type { RowOrder } from '../core/table/order.js';
import { parseSentence } from '../core/table/parse-sentence.js';
import { saySentence } from '../core/table/say-sentence.js';
import type { Sentence } from '../core/table/sentence.js';
import { type PartsCalled, sentenceOfParts } from '../core/table/sentence-shape.js';
import type { Percent } from '../core/table/share.js';
import type { Table } from '../core/table/table.js';
import { blockAnswer, type TableAnswer } from '../core/view/as-answer.js';
import { viewOfTable } from '../core/view/table-view.js';
import { extrasOf } from '../core/view/whole-view.js';
import { allVariables, type VariableRow } from '../store/variables.js';
import type { OpenStudy, Service } from './context.js';
import { assessInThread } from './assess.js';
import { countSentence } from './count-table.js';

/** What a table is asked for by: a sentence in words, or its parts with variables by id, name or label. */
export type TableAsked = {
  order?: RowOrder | undefined;
  last?: boolean | undefined;
  confidence?: number | undefined;
  predicted?: 'rows' | 'columns' | undefined;
  percent?: Percent | undefined;
  exact?: ExactOptions | undefined;
  letters?: Adjustment | undefined;
} & ({ sentence: string } | PartsCalled<number | string>);

/** The table of a block, and where it is within a further variable, the table of each of its categories. */
interface BlockAnswer extends TableAnswer {
  within: { code: string; label: string; table: TableAnswer }[] | null;
}

/** A whole table, block by block, row items by nests; a table of one block is that block too. */
export type WholeAnswer = { title: string; blocks: BlockAnswer[] } & Partial<BlockAnswer>;

/** A sentence in words as a sentence of the study. @throws Fault naming what is not of it */
export const readSentence = ({ db }: OpenStudy, text: string): Sentence => parseSentence(text, allVariables(db));

function sentenceIn(asked: TableAsked, variables: readonly VariableRow[]): Sentence {
  if ('sentence' in asked) return parseSentence(asked.sentence, variables);
  return sentenceOfParts(asked, (called, field) => findVariable(variables, called, field).id);
}

/** The statistics of one table, exact tests within their budget, in a thread; null where nothing can be compared. */
async function assessed(
  service: Service,
  table: Table,
  confidence: number,
  exact: ExactOptions | undefined,
): Promise<Assessment | null> {
  const request = requestOf(table, confidence) ?? oneWayRequestOf(table);
  if (request) return assessInThread(service, { ...request, ...(exact ? { exact } : {}) });
  if (!table.rows.multiple || !table.columns || table.columns.multiple || table.base === 0) return null;
  const options = table.rows.categories.flatMap(({ kind }, i) => (kind === 'option' ? [table.cells[i] ?? []] : []));
  return assessMentions(mentionsOfTable(table), options, { confidence });
}

/** A table with all that was found of it. */
interface Found {
  table: Table;
  assessment: Assessment | null;
  reading: Answer[];
}

function answerOf(title: string, { table, assessment, reading }: Found, letters: Adjustment | undefined): TableAnswer {
  const view = viewOfTable(title, table, extrasOf(table, assessment, letters ?? null));
  return blockAnswer(view, { item: 0, nest: 0 }, assessment, reading);
}

/**
 * Answers a whole table: counts, percentages, bases, who is left out, tests, measures, cells and the reading, of each
 * block.
 * @throws Fault naming a variable, a category or a condition that is not of the study
 */
export async function answerTable(service: Service, study: OpenStudy, asked: TableAsked): Promise<WholeAnswer> {
  const variables = allVariables(study.db);
  const sentence = sentenceIn(asked, variables);
  const { order, last, confidence = 0.95, predicted, percent, exact, letters } = asked;
  const options: ReadOptions = { predicted, percent };
  const counts = await countSentence(service, study, sentence);
  const alone = async (title: string, table: Table): Promise<TableAnswer> => {
    const assessment = await assessed(service, table, confidence, exact);
    const reading = read(table, assessment?.cells ? assessment : null, confidence, options);
    return answerOf(title, { table, assessment, reading }, letters);
  };
  const answered = async ({ title, table, split }: BlockTables): Promise<BlockAnswer> => {
    if (!split) return { ...(await alone(title, table)), within: null };
    const assessment = assessSplit(split, confidence);
    const reading = readSplit(split, assessment, confidence, options);
    const within: NonNullable<BlockAnswer['within']> = [];
    for (const { code, label, table: own } of split.strata)
      within.push({ code, label, table: await alone(`${title}: ${label}`, own) });
    return { ...answerOf(title, { table, assessment: assessment.all, reading }, letters), within };
  };
  const blocks: BlockAnswer[] = [];
  for (const block of blockTables(sentence, counts, variables, { order, last })) blocks.push(await answered(block));
  const [only, ...others] = blocks;
  const title = saySentence(sentence, variables);
  return only && others.length === 0 ? { ...only, title, blocks } : { title, blocks };
}
