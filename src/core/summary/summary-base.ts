import { total } from '../numerics/total.js';
import type { LeftOut } from '../table/table.js';
import { everyoneIn } from './summary-lines.js';
import type { BlockView } from '../view/types.js';

/** Reasons that keep a respondent out of all blocks alike. */
const OF_ALL: readonly LeftOut['why'][] = ['outside', 'unknown', 'unweighted'];

/** Who is left out of all blocks of a sentence alike. */
export const leftOutOfAll = ({ leftOut }: Pick<BlockView, 'leftOut'>): LeftOut[] =>
  leftOut.filter(({ why }) => OF_ALL.includes(why));

/**
 * On whom a summary stands, as a block says it: all who are in it, whether they answered its variables or not. Those
 * without a group are left out of it, too; of one of its blocks they are counted among who answered alone.
 * @param by the title of what stands across; empty where nothing does
 */
export function summaryBase(block: BlockView, title: string, by: string): BlockView {
  const base = everyoneIn(block)[0] ?? block.base;
  const ofAll = leftOutOfAll(block);
  const rest = block.total - base - total(ofAll.map(({ respondents }) => respondents));
  const withoutGroup: LeftOut = { why: 'missing', variable: by, reason: 'no answer', respondents: rest };
  return {
    ...block,
    title,
    base,
    weightedBy: null,
    leftOut: [...ofAll, ...(by !== '' && rest > 0 ? [withoutGroup] : [])],
  };
}
