import { leftOutOfAll } from '../summary/summary-base.js';
import type { BlockView, TableView } from './types.js';

/** On whom a table stands: a list of tables says itself on how many each does, and here whom none of them has. */
function blocksOf(view: TableView): Pick<BlockView, 'title' | 'total' | 'leftOut'>[] {
  const blocks = (view.frequencies ?? view).blocks.flat();
  if (view.summary) return [view.summary.base];
  return view.sweep ? blocks.slice(0, 1).map((block) => ({ ...block, leftOut: leftOutOfAll(block) })) : blocks;
}

/** Who is in the study and who was left out, of several blocks of which: a text and a number a line. */
export function leftOutLines(view: TableView): [string, number][] {
  const all = blocksOf(view);
  const of = (title: string) => (all.length > 1 ? ` of ${title}` : '');
  return [
    ['Respondents in the study', all[0]?.total ?? 0],
    ...all.flatMap(({ title, leftOut }) =>
      leftOut.map(({ variable, reason, respondents }): [string, number] => [
        `Left out${of(title)}, ${variable}: ${reason}`,
        respondents,
      ]),
    ),
  ];
}
