import type { Variable } from '../codebook/types.js';
import type { CountArray } from '../count/types.js';
import { asDisplayed, type Display } from './order.js';
import { saySentence } from './say-sentence.js';
import { blocksOf, type Block, type Sentence, sentenceOfBlock } from './sentence.js';
import { split, type Split, splitAsDisplayed } from './split.js';
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

/**
 * The tables of a sentence, block by block, as they are shown.
 * @param allCounts of each block, in the order of `blocksOf`
 */
export function blockTables(
  sentence: Sentence,
  allCounts: readonly CountArray[],
  listed: readonly Variable[],
  asked: Display = {},
): BlockTables[] {
  // Items of a battery share the order of their answers.
  const display = sentence.battery ? {} : asked;
  const variables = variablesAs(listed, sentence);
  return blocksOf(sentence).map((block, k) => {
    const title = saySentence(sentenceOfBlock(block), listed);
    const counted = allCounts[k];
    if (!counted) throw new Error(`block ${k} was not counted`);
    if (block.within === null)
      return { block, title, table: asDisplayed(tabulate(block, counted, variables), display), split: null };
    const strata = splitAsDisplayed(split(block, counted, variables), display);
    return { block, title, table: strata.all, split: strata };
  });
}
