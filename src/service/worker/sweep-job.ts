import type { Variable } from '../../core/codebook/types.js';
import { sweepTable } from '../../core/sweep/sweep-table.js';
import type { SweptTable } from '../../core/sweep/types.js';
import { blocksOf, type Sentence } from '../../core/table/sentence.js';
import { tabulate } from '../../core/table/tabulate.js';
import { type CountJob, countInStudy } from './count-job.js';

export interface SweepJob {
  count: CountJob;
  /** What was asked for, block by block. */
  sentence: Sentence;
  variables: readonly Variable[];
  confidence: number;
}

/** Counts many tables, and says of each what a sweep does; the counts themselves stay here. */
export function sweepStudy({ count, sentence, variables, confidence }: SweepJob): SweptTable[] {
  const counts = countInStudy(count);
  return blocksOf(sentence).map((block, k) =>
    sweepTable(tabulate(block, counts[k]!, variables), block.nest, confidence),
  );
}
