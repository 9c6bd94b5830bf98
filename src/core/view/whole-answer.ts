import { assess } from '../assess.js';
import type { Assessment } from '../assess/types.js';
import { assessMentions } from '../assess/assess-multiple.js';
import type { CountArray } from '../count/types.js';
import type { Adjustment } from '../infer/adjust.js';
import type { ExactOptions } from '../infer/exact/exact.js';
import { total } from '../numerics/total.js';
import { mentionsOfTable } from '../reading/mentions.js';
import type { ReadOptions } from '../reading/options.js';
import { readPairs } from '../reading/numbers/read-pairs.js';
import { oneWayRequestOf } from '../reading/read-frequency.js';
import { assessmentOfTable, read, requestOf } from '../reading/read.js';
import { readSplit } from '../reading/read-within.js';
import { assessSplit } from '../reading/split/assess-split.js';
import type { Answer } from '../reading/types.js';
import { type BlockSpread, drawnSpreads } from '../spread/drawn-spreads.js';
import { type BlockTables, blockTables } from '../table/block-tables.js';
import { type Display, displayOf } from '../table/display.js';
import { type Predicted, predictedIn, sidesOf } from '../table/predicted.js';
import { isDrawnAsPairs } from '../table/picture-kinds.js';
import { saySentence } from '../table/say-sentence.js';
import type { Sentence } from '../table/sentence.js';
import type { Percent } from '../table/share.js';
import type { SummaryShown } from '../table/summary-shape.js';
import type { Table } from '../table/table.js';
import { blockAnswer, type TableAnswer } from './as-answer.js';
import { figureValuesBy } from './figure-values.js';
import { viewOfTable } from './table-view.js';
import type { Summary } from './types.js';
import { viewOfSentence } from './view-of-sentence.js';
import { cellExtras, extrasOf } from './whole-view.js';

/** How a table is to be answered, beside its sentence. */
export interface AnswerOptions extends Display {
  confidence?: number | undefined;
  predicted?: Predicted | undefined;
  percent?: Percent | undefined;
  exact?: ExactOptions | undefined;
  letters?: Adjustment | undefined;
  /** Of a summary: how it is shown. */
  summaryShown?: SummaryShown | undefined;
}

/** What a sentence was counted to: a count array for each block, with the variables of the study. */
export interface Counted {
  sentence: Sentence;
  counts: readonly CountArray[];
  variables: Parameters<typeof blockTables>[2];
  /** How two numbers lie, of blocks that are of them. */
  spreads?: readonly BlockSpread[];
}

/** The table of a block, and where it is within a further variable, the table of each of its categories. */
interface BlockAnswer extends TableAnswer {
  within: { code: string; label: string; table: TableAnswer }[] | null;
}

/** A whole table, block by block, row items by nests; a table of one block is that block too. */
export type WholeAnswer = { title: string; blocks: BlockAnswer[]; summary?: SummaryAnswer } & Partial<BlockAnswer>;

/** A summary, and that of each category that it is within. */
type SummaryAnswer = Omit<Summary, 'base'> & { within: ({ code: string; label: string } & Omit<Summary, 'base'>)[] };

const withoutBase = ({ lines, columns, statistics, adjusted, notes }: Summary): Omit<Summary, 'base'> => {
  return { lines, columns, statistics, adjusted, notes };
};

/** What is said as a summary of tables; nothing where the sentence asks for none. */
function summaryOf(
  counted: Counted,
  tables: readonly BlockTables[],
  asked: AnswerOptions,
): Pick<WholeAnswer, 'summary'> {
  const { sentence, variables } = counted;
  const { confidence, summaryShown } = asked;
  if (!sentence.summary) return {};
  const work = (table: Table) => cellExtras(table, { confidence });
  const { view, strata } = viewOfSentence(sentence, tables, variables, work, { confidence, summary: summaryShown });
  const within = strata.flatMap(({ code, label, view: { summary } }) =>
    summary ? [{ code, label, ...withoutBase(summary) }] : [],
  );
  return view.summary ? { summary: { ...withoutBase(view.summary), within } } : {};
}

/** The statistics of one table, exact tests within their budget; null where nothing can be compared. */
function assessed(table: Table, confidence: number, { exact = {}, letters }: AnswerOptions): Assessment | null {
  if (table.numbers) return assessmentOfTable(table, confidence, letters);
  const request = requestOf(table, confidence) ?? oneWayRequestOf(table);
  if (request) return assess({ ...request, adjustment: letters, exact });
  if (!table.rows.multiple || !table.columns || table.columns.multiple || table.base === 0) return null;
  const options = table.rows.categories.flatMap(({ kind }, i) => (kind === 'option' ? [table.cells[i] ?? []] : []));
  return assessMentions(mentionsOfTable(table), options, { confidence, adjustment: letters });
}

/** A table with all that was found of it. */
interface Found {
  table: Table;
  assessment: Assessment | null;
  reading: Answer[];
}

function answerOf(
  title: string,
  { table, assessment, reading }: Found,
  { letters, confidence }: Pick<AnswerOptions, 'letters' | 'confidence'>,
): TableAnswer {
  const view = viewOfTable(title, table, extrasOf(table, assessment, letters ?? null, confidence));
  return blockAnswer(view, { item: 0, nest: 0 }, assessment, reading);
}

/** A whole table out of its counts: percentages, bases, who is left out, tests, measures, cells and the reading. */
export function wholeAnswer(counted: Counted, asked: AnswerOptions): WholeAnswer {
  const { sentence, counts, variables, spreads = [] } = counted;
  const { confidence = 0.95, predicted, percent, letters } = asked;
  const byFigure = figureValuesBy((table) => cellExtras(table, { adjustment: letters, confidence }));
  const tables = blockTables(sentence, counts, variables, displayOf(asked), byFigure);
  const all = total(tables.map(({ split }) => 1 + (split?.strata.length ?? 0)));
  const shared = { ...asked, exact: { ...asked.exact, tables: all } };
  const alone = (title: string, table: Table, options: ReadOptions): TableAnswer => {
    const assessment = assessed(table, confidence, shared);
    const reading = read(table, assessment?.cells || assessment?.means ? assessment : null, confidence, options);
    return answerOf(title, { table, assessment, reading }, { letters, confidence });
  };
  const across = Math.max(1, sentence.by.length);
  const answered = ({ title, table, split, block }: BlockTables, k: number): BlockAnswer => {
    const { pairs } = drawnSpreads(spreads, { item: Math.floor(k / across), nest: k % across });
    if (pairs && isDrawnAsPairs(table)) {
      const found = {
        table,
        assessment: assessed(table, confidence, shared),
        reading: readPairs(pairs, confidence),
      };
      return { ...answerOf(title, found, { letters, confidence }), within: null };
    }
    const options = { predicted: predictedIn(predicted, sidesOf(block)), percent };
    if (!split) return { ...alone(title, table, options), within: null };
    const assessment = assessSplit(split, confidence, (own) => assessmentOfTable(own, confidence, letters));
    const reading = readSplit(split, assessment, confidence, options);
    const within = split.strata.map(({ code, label, table: own }) => ({
      code,
      label,
      table: alone(`${title}: ${label}`, own, options),
    }));
    return { ...answerOf(title, { table, assessment: assessment.all, reading }, { letters, confidence }), within };
  };
  const blocks = tables.map(answered);
  const [only, ...others] = blocks;
  const title = saySentence(sentence, variables);
  const summary = summaryOf(counted, tables, asked);
  return only && others.length === 0 ? { ...only, title, blocks, ...summary } : { title, blocks, ...summary };
}
