import type { Variable } from '../codebook/types.js';
import type { CountArray } from '../count/types.js';
import { asDisplayed, type Display } from './order.js';
import { saySentence } from './say-sentence.js';
import { blocksOf, type Block, type Sentence, sentenceOfBlock } from './sentence.js';
import { split, type Split, splitAsDisplayed } from './split.js';
import type { Table } from './table.js';
import { tabulate } from './tabulate.js';

/** A block of a sentence with its table; within a variable, with the table of each of its categories. */
export interface BlockTables {
  block: Block;
  /** The block's own sentence. */
  title: string;
  /** The table of all. */
  table: Table;
  split: Split | null;
  /** Of a number that is described, the same with its values one by one, which is read; null where there is none. */
  listed: { table: Table; split: Split | null } | null;
}

/**
 * The tables of a sentence, block by block, as they are shown.
 * @param allCounts of each block, in the order of `blocksOf`
 */
export function blockTables(
  sentence: Sentence,
  allCounts: readonly CountArray[],
  variables: readonly Variable[],
  display: Display = {},
): BlockTables[] {
  return blocksOf(sentence).map((block, k) => {
    const title = saySentence(sentenceOfBlock(block), variables);
    const counted = allCounts[k];
    if (!counted) throw new Error(`block ${k} was not counted`);
    const tablesOf = (counts: CountArray) => {
      if (block.within === null) {
        return { table: asDisplayed(tabulate(block, counts, variables), display), split: null };
      }
      const strata = splitAsDisplayed(split(block, counts, variables), display);
      return { table: strata.all, split: strata };
    };
    const listed = counted.listed && block.nest.length > 0 ? tablesOf(counted.listed) : null;
    return { block, title, ...tablesOf(counted), listed };
  });
}
