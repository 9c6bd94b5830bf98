import type { Variable } from '../codebook/types.js';
import type { SizeWords } from '../reading/size-words.js';
import { variablesOf } from '../table/sentence.js';
import { bodyOfSentence, sentenceOfBody } from '../table/sentence-shape.js';
import type { Shown } from '../table/shown-shape.js';
import { type Frozen, type FrozenMark, FrozenShape } from './frozen-shape.js';
import type { CountedTable } from './report-table.js';

/**
 * What is kept of a table that was counted, so that its figures stay: a copy, which nothing changes any more.
 * @param variables of the study
 * @param sizes words for size of the study; the usual ones, where undefined
 */
export function frozenTable(
  { sentence, counts, groupings, spreads = [] }: CountedTable,
  variables: readonly Variable[],
  sizes: SizeWords | undefined,
): Frozen {
  const named = new Set([sentence, ...groupings.map(({ axis }) => axis.asked)].flatMap(variablesOf));
  return FrozenShape.parse({
    ...{ counts, spreads, sizes },
    sentence: bodyOfSentence(sentence),
    variables: variables.filter(({ id }) => named.has(id)),
    groupings: groupings.map((grouping) => ({
      ...grouping,
      axis: { ...grouping.axis, asked: bodyOfSentence(grouping.axis.asked) },
    })),
  });
}

/** A table as it was counted when it was frozen, and what of it is shown. */
export function countedOfFrozen(frozen: Frozen, mark: FrozenMark, shown: Shown): CountedTable {
  return {
    sentence: sentenceOfBody(frozen.sentence),
    shown,
    counts: frozen.counts,
    groupings: frozen.groupings.map((grouping) => ({
      ...grouping,
      axis: { ...grouping.axis, asked: sentenceOfBody(grouping.axis.asked) },
    })),
    spreads: frozen.spreads,
    frozen: { at: mark.at, entry: mark.entry, variables: frozen.variables, sizes: frozen.sizes },
  };
}
