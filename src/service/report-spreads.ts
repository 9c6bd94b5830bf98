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

interface Wanted {
  sentence: Sentence;
  shown: Pick<Shown, 'picture' | 'confidence' | 'readings'>;
}

/**
 * How numbers lie in the blocks of a table, where their picture shows it or their kept reading is of it: densities
 * where they are chosen, and each respondent where a number stands alone across and no other picture is chosen. A block
 * of which that is not known has none: its usual picture, and the reading of its groups, stand for it.
 * @param isDrawn whether its pictures are wanted
 */
export async function reportSpreads(
  service: Service,
  study: OpenStudy,
  { sentence, shown: { picture, confidence, readings = [] } }: Wanted,
  isDrawn: boolean,
): Promise<NonNullable<CountedTable['spreads']>> {
  const variables = variablesAs(allVariables(study.db), sentence);
  const across = Math.max(1, sentence.by.length);
  const neededBy = ({ row, nest, within }: Block, at: { item: number; nest: number }): Spread['of'][] => {
    const number = byId(variables, row.variable);
    if (within !== null || !number || !isDescribed(row, number)) return [];
    const isPair = nest.length === 1 && byId(variables, nest[0])?.level === 'number' && nest[0] !== number.id;
    const isRead = readings.some((reading) => reading.item === at.item && reading.nest === at.nest);
    const isScatter = isPair && (picture ?? 'scatter') === 'scatter';
    const densities = isDrawn && picture === 'densities' ? (['densities'] as const) : [];
    const pairs = (isDrawn && isScatter) || (isPair && isRead) ? (['pairs'] as const) : [];
    return [...densities, ...pairs];
  };
  const spreads: NonNullable<CountedTable['spreads']>[number][] = [];
  for (const [k, block] of blocksOf(sentence).entries()) {
    const at = { item: Math.floor(k / across), nest: k % across };
    for (const of of neededBy(block, at)) {
      const asked = { ...bodyOfSentence(sentenceOfBlock(block)), of, confidence };
      try {
        spreads.push({ ...at, spread: await spreadOf(service, study, asked) });
      } catch (error) {
        if (!(error instanceof Fault)) throw error;
      }
    }
  }
  return spreads;
}
