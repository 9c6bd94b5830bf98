import { useMemo } from 'react';
import { sentenceOfTable } from '../../core/table/sentence-of-table.js';
import type { DrawnOf } from './use-spread.js';
import { type Shows, TOGETHER } from './use-table.js';

/**
 * The table that is read as a sentence of its own, for what counts do not carry; null while there is none.
 * @param stratum the one chosen of a table within a third variable
 */
export function useDrawn(study: string, { block }: Pick<Shows, 'block'>, stratum: string | null): DrawnOf | null {
  const category = stratum === TOGETHER ? null : stratum;
  return useMemo(
    () => (block ? { study, sentence: sentenceOfTable(block.block, block.split, category) } : null),
    [study, block, category],
  );
}
