import type { Variable } from '../codebook/types.js';
import type { Protection } from '../disclosure/protection-shape.js';
import { withProtection } from '../disclosure/with-protection.js';
import type { BlockTables } from '../table/block-tables.js';
import type { Display } from '../table/display.js';
import { captionOf } from '../table/say-sentence.js';
import type { Sentence } from '../table/sentence.js';
import type { BaseLimits } from '../table/shown-shape.js';
import type { Table } from '../table/table.js';
import { batteryView } from './battery-view.js';
import { type SummaryAsked, summaryView } from '../summary/summary-view.js';
import { type SweepAsked, sweptView } from '../sweep/swept-view.js';
import type { Extras } from './block-view.js';
import { type WholeView, wholeView, withItems } from './whole-view.js';
import type { TableView } from './types.js';
import { withBases } from './with-bases.js';

/** How the view of a sentence is to be, beside what its blocks are already. */
export interface ViewAsked extends Pick<Display, 'sort' | 'ascending'>, SummaryAsked, SweepAsked {
  bases?: BaseLimits | undefined;
  /** For somebody who is not to know single respondents. */
  protection?: Protection | undefined;
}

/** The summary of all respondents, and of each stratum. */
function summarised(
  whole: WholeView,
  blocks: readonly BlockTables[],
  rows: Sentence['rows'],
  asked: SummaryAsked,
): WholeView {
  const of = (view: TableView, tableOf: (block: BlockTables) => Table) =>
    summaryView(view, blocks.map(tableOf), rows, asked);
  return {
    view: of(whole.view, ({ table }) => table),
    strata: whole.strata.map((stratum, k) => ({
      ...stratum,
      view: of(stratum.view, ({ table, split }) => split?.strata[k]?.table ?? table),
    })),
  };
}

/** A sweep shows no cells: nothing is worked out for them. */
const withoutWork = (): Extras => ({ marks: null, letters: null, assessment: null });

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
  asked: ViewAsked,
): WholeView {
  const { sort, ascending, bases, protection } = asked;
  const across = Math.max(1, sentence.by.length);
  const title = captionOf(sentence, variables, asked);
  const viewed = wholeView(title, blocks, across, asked.sweep ? withoutWork : work);
  const whole = withProtection(withBases(withItems(viewed, sentence.rows), bases), protection);
  if (asked.sweep) return { view: sweptView(whole.view, blocks, asked), strata: [] };
  if (sentence.summary) return summarised(whole, blocks, sentence.rows, asked);
  return sentence.battery ? { ...whole, battery: batteryView(whole.view, { sort, ascending }) } : whole;
}
