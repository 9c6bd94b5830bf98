import { byId } from '../core/by-id.js';
import { Fault } from '../core/fault.js';
import type { CountedTable } from '../core/report/report-table.js';
import type { Spread } from '../core/spread/types.js';
import { type Block, blocksOf, isDescribed, type Sentence, sentenceOfBlock } from '../core/table/sentence.js';
import { bodyOfSentence } from '../core/table/sentence-shape.js';
import type { Shown } from '../core/table/shown-shape.js';
import { variablesAs } from '../core/table/variables-as.js';
import { allVariables } from '../store/variables.js';
import type { OpenStudy, Service } from './context.js';
import { spreadOf } from './spread.js';

/**
 * How numbers lie in the blocks of a table, where their picture shows it: densities where they are chosen, and each
 * respondent where a number stands alone across and no other picture is chosen. A block that cannot be drawn so has
 * none: its usual picture stands for it.
 */
export async function reportSpreads(
  service: Service,
  study: OpenStudy,
  { sentence, shown: { picture, confidence } }: { sentence: Sentence; shown: Shown },
): Promise<NonNullable<CountedTable['spreads']>> {
  const variables = variablesAs(allVariables(study.db), sentence);
  const neededBy = ({ row, nest, within }: Block): Spread['of'] | null => {
    const number = byId(variables, row.variable);
    if (within !== null || !number || !isDescribed(row, number)) return null;
    if (picture === 'densities') return 'densities';
    const isPair = nest.length === 1 && byId(variables, nest[0])?.level === 'number';
    return isPair && (picture ?? 'scatter') === 'scatter' ? 'pairs' : null;
  };
  const across = Math.max(1, sentence.by.length);
  const spreads: NonNullable<CountedTable['spreads']>[number][] = [];
  for (const [k, block] of blocksOf(sentence).entries()) {
    const of = neededBy(block);
    if (of === null) continue;
    const asked = { ...bodyOfSentence(sentenceOfBlock(block)), of, confidence };
    try {
      const spread = await spreadOf(service, study, asked);
      spreads.push({ item: Math.floor(k / across), nest: k % across, spread });
    } catch (error) {
      if (!(error instanceof Fault)) throw error;
    }
  }
  return spreads;
}
