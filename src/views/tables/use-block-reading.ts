import { useMemo } from 'react';
import type { Shown } from '../../api/types.js';
import { predictedIn, sidesOf } from '../../core/table/predicted.js';
import { sentenceOfBlock } from '../../core/table/sentence.js';
import { choicesOf, percentOf } from '../../core/view/figures-shown.js';
import { CONFIDENCE, type Reading, useReading, useSplitReading } from '../reading/use-reading.js';
import { type KeptGrouping, useOwnGrouping } from './use-own-grouping.js';
import type { TableStudy } from './table-study.js';
import type { Shows } from './use-table.js';

/**
 * The reading of the block that was chosen, or of its strata where none of them was.
 * @param kept what was counted for its regrouped axes when the table was frozen
 */
export function useBlockReading(
  view: TableStudy,
  { block, table, split, work }: Shows,
  shown: Shown,
  kept?: readonly KeptGrouping[],
): Reading {
  const { shares, confidence = CONFIDENCE } = shown;
  const predicted = block ? predictedIn(shown.predicted, sidesOf(block.block)) : 'rows';
  const sizes = view.study.settings.sizeWords;
  const percent = percentOf(choicesOf(shown, block?.block.row));
  const proportions = useMemo(
    () => (table && !table.columns && shares ? table.rows.categories.map(({ code }) => shares[code] ?? 0) : undefined),
    [table, shares],
  );
  const each = useSplitReading(table ? null : split, work, { sizes, predicted, percent }, confidence);
  const ownSentence = useMemo(
    () => (block && block.block.within === null ? sentenceOfBlock(block.block) : null),
    [block],
  );
  // The codes of one stratum, or of all, are not those that the check of the cut was made over.
  const own = useOwnGrouping(view, ownSentence, confidence, kept);
  const reading = useReading(table, work, own, { proportions, sizes, predicted, percent }, confidence);
  return {
    ...reading,
    answers: each?.answers ?? reading.answers,
    workedExamples: each?.workedExamples ?? reading.workedExamples,
  };
}
