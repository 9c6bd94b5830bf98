import type { Variable } from '../codebook/types.js';
import type { CountArray } from '../count/types.js';
import type { Display } from './display.js';
import { arrange, type FigureValues, type Places, shownPlaces } from './order.js';
import { saySentence } from './say-sentence.js';
import { blocksOf, type Block, type Sentence, sentenceOfBlock } from './sentence.js';
import { arrangeSplit, split, type Split } from './split.js';
import type { Table } from './table.js';
import { tabulate } from './tabulate.js';
import { variablesAs } from './variables-as.js';

/** A block of a sentence with its table; within a variable, with the table of each of its categories. */
export interface BlockTables {
  block: Block;
  /** The block's own sentence. */
  title: string;
  /** The table of all. */
  table: Table;
  split: Split | null;
}

function arrangedBlock(own: BlockTables, places: Places): BlockTables {
  if (!own.split) return { ...own, table: arrange(own.table, places) };
  const strata = arrangeSplit(own.split, places);
  return { ...own, table: strata.all, split: strata };
}

/**
 * The tables of a sentence, block by block, as they are shown.
 * @param allCounts of each block, in the order of `blocksOf`
 * @param figureValues works out a figure by which rows are sorted; needed for those that are not counted
 */
export function blockTables(
  sentence: Sentence,
  allCounts: readonly CountArray[],
  listed: readonly Variable[],
  asked: Display = {},
  figureValues?: FigureValues,
): BlockTables[] {
  // Items of a battery share the order of their answers.
  const display = sentence.battery ? {} : asked;
  const variables = variablesAs(listed, sentence);
  const blocks = blocksOf(sentence).map((block, k): BlockTables => {
    const title = saySentence(sentenceOfBlock(block), listed);
    const counted = allCounts[k];
    if (!counted) throw new Error(`block ${k} was not counted`);
    if (block.within === null) return { block, title, table: tabulate(block, counted, variables), split: null };
    const strata = split(block, counted, variables);
    return { block, title, table: strata.all, split: strata };
  });
  const across = Math.max(1, sentence.by.length);
  return sentence.rows.flatMap((_, item) => {
    const line = blocks.slice(item * across, (item + 1) * across);
    const tables = line.map(({ table }) => table);
    const places = shownPlaces(tables, display, figureValues);
    return line.map((block, nest) => arrangedBlock(block, places[nest]!));
  });
}
