import type { CountedTable } from '../core/report/report-table.js';
import { countedOfFrozen } from '../core/report/frozen-table.js';
import { checkSweep } from '../core/sweep/check-sweep.js';
import { regroupedAxes } from '../core/reading/own-grouping.js';
import { blocksOf, type Sentence, sentenceOfBlock } from '../core/table/sentence.js';
import { sentenceOfBody } from '../core/table/sentence-shape.js';
import type { Shown } from '../core/table/shown-shape.js';
import type { FrozenMark } from '../core/report/frozen-shape.js';
import type { SavedTableRow } from '../store/tables.js';
import { allVariables } from '../store/variables.js';
import { provedWorkings } from '../store/workings.js';
import type { OpenStudy, Service } from './context.js';
import { countSentence } from './count-table.js';
import { findFrozen } from './frozen.js';
import { reportSpreads } from './report-spreads.js';

/** A table by what it asks for, and what of it is shown. */
export interface AskedTable {
  sentence: Sentence;
  shown: Shown;
  /** When it was frozen; it is counted now where it was not. */
  frozen?: FrozenMark | null;
}

/** A table that is kept, as it is asked for. */
export const askedTable = ({ sentence, shown, frozen }: SavedTableRow): AskedTable => ({
  sentence: sentenceOfBody(sentence),
  shown,
  frozen,
});

/** Counts what the readings of a table need beside its own counts: the sources of axes that were regrouped. */
async function groupingsOf(service: Service, study: OpenStudy, { sentence, shown }: AskedTable) {
  const { readings = [] } = shown;
  if (readings.length === 0) return [];
  const across = Math.max(1, sentence.by.length);
  const blocks = blocksOf(sentence);
  const variables = allVariables(study.db);
  const made = provedWorkings(study.db).flatMap(({ id, recipe }) => {
    const variable = variables.find(({ workingId }) => workingId === id);
    return variable ? [{ recipe, variable: variable.id }] : [];
  });
  const groupings: CountedTable['groupings'][number][] = [];
  for (const { item, nest } of readings) {
    const block = nest < across ? blocks[item * across + nest] : undefined;
    if (!block || block.within !== null) continue;
    for (const axis of regroupedAxes({ variables, workings: made }, sentenceOfBlock(block))) {
      const [counts] = await countSentence(service, study, axis.asked);
      if (counts) groupings.push({ item, nest, axis, counts });
    }
  }
  return groupings;
}

/**
 * A table with its counts, and what else its readings and pictures need; of one that is frozen those of then.
 * @param isDrawn whether its pictures are wanted
 * @throws Fault naming what cannot be counted
 */
export async function countedTable(
  service: Service,
  study: OpenStudy,
  { sentence, shown, frozen }: AskedTable,
  isDrawn: boolean,
): Promise<CountedTable> {
  if (frozen) return countedOfFrozen(findFrozen(study, frozen.id), frozen, shown);
  if (shown.sweep) checkSweep(sentence);
  const table = { sentence, shown };
  const counts = await countSentence(service, study, sentence);
  // A sweep has neither readings nor pictures.
  if (shown.sweep) return { ...table, counts, groupings: [] };
  const spreads = await reportSpreads(service, study, table, isDrawn);
  return { ...table, counts, groupings: await groupingsOf(service, study, table), spreads };
}
