import type { Variable } from '../../core/codebook/types.js';
import type { CountedTable } from '../../core/report/report-table.js';
import { sweepTable } from '../../core/sweep/sweep-table.js';
import type { SweptTable } from '../../core/sweep/types.js';
import { blockTables } from '../../core/table/block-tables.js';
import type { Sentence } from '../../core/table/sentence.js';
import type { CountArray } from '../../core/count/types.js';
import type { Sweep } from '../../core/view/types.js';
import { viewOfSentence } from '../../core/view/view-of-sentence.js';
import { cellExtras } from '../../core/view/whole-view.js';
import { type CountJob, countInStudy } from './count-job.js';

export interface SweepJob {
  count: CountJob;
  /** What was asked for, block by block. */
  sentence: Sentence;
  variables: readonly Variable[];
  confidence: number;
  /** Where they were counted elsewhere. */
  counts?: CountArray[] | undefined;
}

/** Counts many tables, and says of each what a sweep does; the counts themselves stay here. */
export function sweepStudy({ count, sentence, variables, confidence, counts }: SweepJob): SweptTable[] {
  return blockTables(sentence, counts ?? countInStudy(count), variables).map(({ table, block }) =>
    sweepTable(table, block.nest, confidence),
  );
}

export interface KeptSweepJob {
  counted: Pick<CountedTable, 'sentence' | 'shown' | 'counts'>;
  variables: readonly Variable[];
}

/** What a kept sweep shows, out of its counts. */
export function sweepOfCounts({ counted, variables }: KeptSweepJob): { title: string } & Sweep {
  const { sentence, shown, counts } = counted;
  const { view } = viewOfSentence(sentence, blockTables(sentence, counts, variables), variables, cellExtras, shown);
  if (!view.sweep) throw new Error('the table is no sweep');
  return { title: view.title, ...view.sweep };
}
