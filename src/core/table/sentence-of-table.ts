import { type Block, type Clause, type Sentence, sentenceOfBlock } from './sentence.js';
import type { Split } from './split.js';

/**
 * A sentence that has one table alone, of those of a block within a variable: the one of a category, or that of all who
 * have an answer.
 * @param category the code of one category; null: all together
 */
export function sentenceOfTable(block: Block, split: Split | null, category: string | null): Sentence {
  const sentence = sentenceOfBlock(block);
  if (!split || sentence.within === null) return sentence;
  const codes = category === null ? split.strata.map(({ code }) => code) : [category];
  const answered: Clause = { variable: sentence.within, is: 'any-of', codes };
  return { ...sentence, within: null, only: [...sentence.only, answered] };
}
