import type { Variable } from '../codebook/types.js';
import type { BlockTables } from '../table/block-tables.js';
import type { Display } from '../table/display.js';
import { saySentence } from '../table/say-sentence.js';
import type { Sentence } from '../table/sentence.js';
import type { BaseLimits } from '../table/shown-shape.js';
import type { Table } from '../table/table.js';
import { batteryView } from './battery-view.js';
import type { Extras } from './block-view.js';
import { type WholeView, wholeView, withFigures } from './whole-view.js';
import { withBases } from './with-bases.js';

/** How the view of a sentence is to be, beside what its blocks are already. */
export interface ViewAsked extends Pick<Display, 'sort' | 'ascending'> {
  bases?: BaseLimits | undefined;
}

/**
 * All that is shown of a sentence.
 * @param blocks its tables, as they are displayed
 * @param work what is worked out of a table for its cells
 */
export function viewOfSentence(
  sentence: Sentence,
  blocks: readonly BlockTables[],
  variables: readonly Variable[],
  work: (table: Table) => Extras,
  { sort, ascending, bases }: ViewAsked,
): WholeView {
  const across = Math.max(1, sentence.by.length);
  const viewed = wholeView(saySentence(sentence, variables), blocks, across, work);
  const whole = withBases(withFigures(viewed, sentence.rows), bases);
  return sentence.battery ? { ...whole, battery: batteryView(whole.view, { sort, ascending }) } : whole;
}
