import type { Assessment } from '../core/assess.js';
import { assessMentions } from '../core/assess/assess-multiple.js';
import type { ExactOptions } from '../core/infer/exact/exact.js';
import type { Test } from '../core/count/filter.js';
import type { Standing } from '../core/count/types.js';
import { mentionsOfTable } from '../core/reading/mentions.js';
import type { Percent } from '../core/table/share.js';
import type { ReadOptions } from '../core/reading/options.js';
import { oneWayRequestOf } from '../core/reading/read-frequency.js';
import { read, requestOf } from '../core/reading/read.js';
import { readSplit } from '../core/reading/read-within.js';
import { assessSplit } from '../core/reading/split/assess-split.js';
import { tableAnswer, type TableAnswer } from '../core/reading/table-answer.js';
import { type Called, findVariable } from '../core/table/find-variable.js';
import { asDisplayed, type RowOrder } from '../core/table/order.js';
import { parseSentence } from '../core/table/parse-sentence.js';
import { type Mention, saySentence, type Sentence } from '../core/table/sentence.js';
import { split, splitAsDisplayed } from '../core/table/split.js';
import { type Table, tabulate } from '../core/table/tabulate.js';
import { allVariables, type VariableRow } from '../store/variables.js';
import type { OpenStudy, Service } from './context.js';
import { assessInThread } from './assess.js';
import { countTable } from './count-table.js';

/** What a table is asked for by: a sentence in words, or its parts with variables by id, name or label. */
export type TableAsked = {
  order?: RowOrder | undefined;
  last?: boolean | undefined;
  confidence?: number | undefined;
  predicted?: 'rows' | 'columns' | undefined;
  percent?: Percent | undefined;
  exact?: ExactOptions | undefined;
} & (
  | { sentence: string }
  | {
      rows: Called;
      by?: Called | null | undefined;
      within?: Called | null | undefined;
      only?: readonly ({ variable: Called } & Test)[] | undefined;
      weight?: Called | null | undefined;
      counted?: readonly Standing[] | undefined;
      mention?: Mention | undefined;
    }
);

/** A table, and where it is within a third variable, the table of each of its categories. */
export interface WholeAnswer extends TableAnswer {
  within: { code: string; label: string; table: TableAnswer }[] | null;
}

/** A sentence in words as a sentence of the study. @throws Fault naming what is not of it */
export const readSentence = ({ db }: OpenStudy, text: string): Sentence => parseSentence(text, allVariables(db));

function sentenceIn(asked: TableAsked, variables: readonly VariableRow[]): Sentence {
  if ('sentence' in asked) return parseSentence(asked.sentence, variables);
  const { rows, by, within, only = [], weight, counted, mention } = asked;
  const idOf = (called: Called, field: string) => findVariable(variables, called, field).id;
  const orNone = (called: Called | null | undefined, field: string) => (called == null ? null : idOf(called, field));
  return {
    rows: idOf(rows, 'rows'),
    by: orNone(by, 'by'),
    within: orNone(within, 'within'),
    only: only.map((condition, k) => ({ ...condition, variable: idOf(condition.variable, `only[${k}].variable`) })),
    weight: orNone(weight, 'weight'),
    ...(counted ? { counted } : {}),
    ...(mention ? { mention } : {}),
  };
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

/**
 * Answers a whole table: counts, percentages, bases, who is left out, tests, measures, cells and the reading.
 * @throws Fault naming a variable, a category or a condition that is not of the study
 */
export async function answerTable(service: Service, study: OpenStudy, asked: TableAsked): Promise<WholeAnswer> {
  const variables = allVariables(study.db);
  const sentence = sentenceIn(asked, variables);
  const { order = 'list', last = false, confidence = 0.95, predicted, percent, exact } = asked;
  const options: ReadOptions = { predicted, percent };
  const counts = await countTable(service, study, sentence);
  const title = saySentence(sentence, variables);
  const one = async (name: string, table: Table): Promise<TableAnswer> => {
    const assessment = await assessed(service, table, confidence, exact);
    const isCross = assessment?.cells ? assessment : null;
    return tableAnswer(name, table, assessment, read(table, isCross, confidence, options));
  };
  if (sentence.within === null) {
    return { ...(await one(title, asDisplayed(tabulate(sentence, counts, variables), { order, last }))), within: null };
  }
  const whole = split(sentence, counts, variables);
  const shown = splitAsDisplayed(whole, { order, last });
  const known = assessSplit(whole, confidence);
  const all = tableAnswer(title, shown.all, known.all, readSplit(whole, known, confidence, options));
  const within: NonNullable<WholeAnswer['within']> = [];
  for (const { code, label, table } of shown.strata)
    within.push({ code, label, table: await one(`${title}: ${label}`, table) });
  return { ...all, within };
}
