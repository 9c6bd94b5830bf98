import type { Shown, StudyView } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { titleOf } from '../../core/codebook/types.js';
import { fixed, whole } from '../../core/figures.js';
import { type Crowd, crowdAcross, MOST_COLUMNS } from '../../core/table/crowd.js';
import { Button } from '../../kit/kit.js';
import { makeAddress } from '../workings/workings-address.js';
import { soleOn, withoutLevel } from './draft.js';
import type { Shows } from './use-table.js';
import type { Draft } from './url.js';
import css from './table.module.css';

/** How many columns all groupings have together, side by side. */
const columnsAcross = ({ blocks }: Shows, { by }: Draft): number =>
  blocks.slice(0, by.length).reduce((sum, { table }) => sum + table.columnBases.length, 0);

/** Whether a table has more columns than the screen can lay out. */
export const isTooWide = (shows: Shows, draft: Draft): boolean =>
  shows.view !== null && columnsAcross(shows, draft) > MOST_COLUMNS;

interface Props {
  view: StudyView;
  draft: Draft;
  shows: Shows;
  shown: Shown;
  show: (shown: Shown) => void;
  change: (draft: Draft) => void;
  swap: () => void;
}

/** The first grouping that is too much to read, by its place among them. */
function crowdedIn({ blocks }: Shows, { by }: Draft): { nest: number; crowd: Crowd } | null {
  for (const [nest] of by.entries()) {
    const crowd = crowdAcross(blocks[nest]?.table.columnBases ?? []);
    if (crowd) return { nest, crowd };
  }
  return null;
}

function sayCrowd({ columns, each }: Crowd, title: string, isDrawn: boolean): string {
  const said = `${title} makes ${whole(columns)} columns, with ${fixed(each, 1)} respondents in each on average`;
  return isDrawn
    ? `${said}: more than can be read, and hardly any can be compared.`
    : `${said}. The screen lays out ${whole(MOST_COLUMNS)}; a file has all of them.`;
}

/** Says where more columns stand across than can be read, and what to do about it. */
export function ManyAcross({ view, draft, shows, shown, show, change, swap }: Props) {
  const crowded = crowdedIn(shows, draft);
  if (!crowded) return null;
  const { nest, crowd } = crowded;
  const levels = (draft.by[nest] ?? []).flatMap((id) => byId(view.variables, id) ?? []);
  const [outer, innermost] = [levels[0], levels.at(-1)];
  // Of a number that stands across it is said what to do by itself.
  if (!outer || !innermost || levels.some(({ level }) => level === 'number')) return null;
  const isNested = levels.length > 1;
  const canSwap = soleOn(draft, 'by') !== null && soleOn(draft, 'rows') !== null;
  return (
    <div className={css['standings']} role="note">
      <p>{sayCrowd(crowd, levels.map(titleOf).join(' split by '), !isTooWide(shows, draft))}</p>
      {crowd.empty > 0 && shown.full !== true && (
        <Button onClick={() => show({ ...shown, full: true })}>Hide the {whole(crowd.empty)} that nobody is in</Button>
      )}
      {isNested && (
        <Button onClick={() => change(withoutLevel(draft, nest, levels.length - 1))}>
          Take {titleOf(innermost)} out
        </Button>
      )}
      {canSwap && <Button onClick={swap}>Put {titleOf(outer)} into the rows</Button>}
      <a href={makeAddress(view.study.id, 'regroup', outer.name)}>Merge categories of {titleOf(outer)}</a>
    </div>
  );
}
