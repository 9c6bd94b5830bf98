import { useMemo } from 'react';
import type { SavedTable } from '../../api/types.js';
import type { CountedTable } from '../../core/report/report-table.js';
import { type BlockTables, blockTables } from '../../core/table/block-tables.js';
import { type Sentence, variablesOf } from '../../core/table/sentence.js';
import type { Split } from '../../core/table/split.js';
import { type StrataAsked, strataRead } from '../../core/table/strata-read.js';
import type { Table } from '../../core/table/table.js';
import type { Extras } from '../../core/view/block-view.js';
import type { TableView } from '../../core/view/types.js';
import { figureValuesBy } from '../../core/view/figure-values.js';
import { viewOfSentence } from '../../core/view/view-of-sentence.js';
import type { WholeView } from '../../core/view/whole-view.js';
import { leastCompared } from '../../core/view/with-bases.js';
import { CONFIDENCE, useWork, type Work } from '../reading/use-reading.js';
import { useAfterPaint } from '../../kit/use-after-paint.js';
import type { BlockAt } from './CrossTable.js';
import type { TableStudy } from './table-study.js';
import { type Counting, useCounts } from './use-counts.js';

export interface Shows {
  /** The blocks of the sentence, and the one that is read. */
  blocks: readonly BlockTables[];
  block: BlockTables | null;
  at: BlockAt;
  /** The table that is read alone; null while there is none, and where those of all strata stand side by side. */
  table: Table | null;
  /** The block that is read, within a third variable. */
  split: Split | null;
  /** What is shown: one table, or one for each stratum. */
  whole: WholeView | null;
  view: TableView | null;
  /** What is worked out of a table, once for each. */
  work: Work;
  problem: { detail: string; mend: string } | null;
  counting: Counting;
  /** From the request to the counts, in milliseconds. */
  took: number | null;
}

/** The choice of all strata as one table. No code can be this. */
export const TOGETHER = '\u0000together';

/** Which of the strata are read where one is chosen on the screen, or all of them as one. */
export function strataAsked(stratum: string | null): StrataAsked {
  if (stratum === null) return {};
  return stratum === TOGETHER ? { together: true } : { stratum };
}

/** The tables on the screen: one, or one for each stratum. */
export const viewsShown = ({ view, whole }: Pick<Shows, 'view' | 'whole'>): readonly TableView[] =>
  view ? [whole?.battery ?? view] : (whole?.strata.map((stratum) => stratum.view) ?? []);

const NO_BLOCKS: readonly BlockTables[] = [];

/** Tables of more cells stand before their cells are compared with independence, and with each other. */
const MOST_AT_ONCE = 5000;
const cellsIn = (blocks: readonly BlockTables[]) =>
  blocks.reduce((sum, { table: { cells, columnBases } }) => sum + cells.length * (1 + columnBases.length), 0);
const withoutWork = (): Extras => ({ marks: null, letters: null, assessment: null });

/** One of the strata of all blocks, or null where it is chosen among them and not there. */
function viewOfStratum(whole: WholeView | null, stratum: string | null): TableView | null {
  if (!whole) return null;
  if (whole.strata.length === 0 || stratum === TOGETHER) return whole.view;
  return whole.strata.find(({ code }) => code === stratum)?.view ?? null;
}

/**
 * The block of a sentence that is read, and what it is read as: its table, or that of one stratum.
 * @param across how many groupings stand side by side
 * @param of the strata that are read of a table within a third variable
 * @param wanted the block; the first one where there is no such block
 */
export function blockRead(
  blocks: readonly BlockTables[],
  across: number,
  of: StrataAsked,
  wanted: BlockAt,
): Pick<Shows, 'block' | 'at' | 'table' | 'split'> {
  const isThere = wanted.item * across + wanted.nest < blocks.length && wanted.nest < across;
  const at = isThere ? wanted : { item: 0, nest: 0 };
  const block = blocks[at.item * across + at.nest] ?? null;
  const split = block?.split ?? null;
  const table = split ? (strataRead(split, of)?.table ?? null) : (block?.table ?? null);
  return { block, at, table, split };
}

/**
 * The table of a sentence. Only a change of the sentence asks the server to count; everything after the counts is
 * worked out here.
 * @param stratum the one chosen of a table within a third variable, by its code
 * @param wanted the block that is read
 * @param kept the counts of a table that is frozen, which are not counted anew
 */
export function useTable(
  view: TableStudy | null,
  sentence: Sentence | null,
  shown: SavedTable['shown'],
  stratum: string | null,
  wanted: BlockAt,
  kept?: CountedTable['counts'],
): Shows {
  const { adjustment, bases, confidence = CONFIDENCE } = shown;
  const { order, last, sort, sortNest, sortFigure, ascending, full, figures, summary } = shown;
  const { counted, problem, counting } = useCounts(view, sentence, kept);
  const work = useWork(adjustment, leastCompared(bases), confidence);
  const byFigure = useMemo(() => (sortFigure ? figureValuesBy(work.cells) : undefined), [work, sortFigure]);
  const blocks = useMemo(() => {
    const variables = view?.variables ?? [];
    const isKnown =
      counted && variablesOf(counted.sentence).every((id) => variables.some((variable) => variable.id === id));
    if (!isKnown) return NO_BLOCKS;
    const display = { order, last, sort, sortNest, sortFigure, ascending, full };
    return blockTables(counted.sentence, counted.counts, variables, display, byFigure);
  }, [counted, view, byFigure, order, last, sort, sortNest, sortFigure, ascending, full]);
  const across = Math.max(1, counted?.sentence.by.length ?? 1);
  // What independence gives takes longer than the counts of a table of thousands of cells, which stand first.
  const large = useMemo(() => (cellsIn(blocks) > MOST_AT_ONCE ? { blocks, work } : null), [blocks, work]);
  const painted = useAfterPaint(large);
  const isEarly = large !== null && painted !== large;
  // Of other tables figures are chosen after all of them are worked out.
  const isSummary = counted?.sentence.summary === true;
  const summarised = useMemo(() => (isSummary ? { figures, summary } : {}), [isSummary, figures, summary]);
  const whole = useMemo(() => {
    if (!counted || blocks.length === 0) return null;
    const cells = isEarly ? withoutWork : work.cells;
    const own = { sort, ascending, bases, ...summarised, confidence };
    return viewOfSentence(counted.sentence, blocks, view?.variables ?? [], cells, own);
  }, [counted, view, blocks, work, sort, ascending, bases, summarised, confidence, isEarly]);
  const { block, at, table, split } = blockRead(blocks, across, strataAsked(stratum), wanted);
  const own = viewOfStratum(whole, stratum);
  const { item, nest } = at;
  const took = blocks.length > 0 && counted ? counted.took : null;
  return useMemo(
    () => ({ blocks, block, at: { item, nest }, table, split, whole, view: own, work, problem, counting, took }),
    [blocks, block, item, nest, table, split, whole, own, work, problem, counting, took],
  );
}
