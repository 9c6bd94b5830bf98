import { type ClipboardEvent, type ReactNode, useMemo } from 'react';
import type { Shown } from '../../api/types.js';
import { batteryAsDrawn } from '../../core/report/drawn-blocks.js';
import { whyEmpty } from '../../core/table/share.js';
import type { Back } from '../../core/table/table.js';
import { useOverdue } from '../../kit/use-overdue.js';
import { BaseLine } from './BaseLine.js';
import { CoMentionTable } from './CoMentionTable.js';
import type { BlockAt } from './CrossTable.js';
import { LatePicture } from './LatePicture.js';
import { Nothing } from './Nothing.js';
import type { Told } from './put-copied.js';
import { StratumTable } from './StratumTable.js';
import { isHatched } from '../../core/view/is-hatched.js';
import { type Shows, viewsShown } from './use-table.js';
import { WholeTable } from './WholeTable.js';
import type { DrawnOf } from './use-spread.js';
import css from './table.module.css';

interface Props {
  shows: Shows;
  shown: Shown;
  /** The title of the variable that tables are within. */
  within: string;
  read: (at: BlockAt) => void;
  /** Somebody copies with the keyboard. */
  copied: (event: ClipboardEvent) => void;
  /** What can be done to it by hand, under it. */
  gestures: ReactNode;
  /** What stands around the table. */
  frame: (table: ReactNode) => ReactNode;
  /** Brings respondents who are left out of the block that is read into it. */
  bring: (back: Back) => void;
  show: (shown: Shown) => void;
  /** The table that is read as a sentence, for what counts do not carry. */
  drawn: DrawnOf | null;
  /** What is told of a copy. */
  told: Told;
}

/** The table that was asked for, or one for each category that it is within; what it stands on, and a picture. */
export function TablePane(props: Props) {
  const { shows, shown, within, read, copied, gestures, frame, bring, drawn, show, told } = props;
  const { view, whole, blocks, block, at, table, counting } = shows;
  // Where counting was stopped, too, the table is another than the sentence says.
  const waits = useOverdue(counting.busy) || counting.stopped;
  const pictured = useMemo(() => (whole && batteryAsDrawn(whole, blocks)) ?? table, [whole, blocks, table]);
  if (!whole || !block) return null;
  const choose = blocks.length > 1 ? read : undefined;
  const main = (view ?? whole.view).blocks[at.item]?.[at.nest];
  const summary = (view ?? whole.view).summary;
  const empty = blocks.length === 1 ? whyEmpty(view ? (table ?? block.table) : block.table) : null;
  return (
    <div className={waits ? css['faded'] : undefined} aria-busy={counting.busy} onCopy={copied}>
      {empty !== null ? (
        <Nothing why={empty} />
      ) : view ? (
        frame(<WholeTable view={whole.battery ?? view} shown={shown} show={show} read={choose} />)
      ) : (
        whole.strata.map((stratum) => (
          <StratumTable key={stratum.code} {...stratum} within={within} shown={shown} read={choose} />
        ))
      )}
      {blocks.some((own) => own.table.nets) && (
        <p className={css['letterNote']}>
          A net has several categories on one line, in this table alone; who is in several of them is in it once. Tests
          and measures are of the categories.
        </p>
      )}
      {main && blocks.length > 1 && !summary && <p className={css['blockTitle']}>{main.title}</p>}
      {main && (
        <BaseLine
          block={summary?.base ?? main}
          bring={bring}
          hatch={viewsShown(shows).some((stratum) => isHatched(stratum, shown))}
        />
      )}
      {empty === null && gestures}
      {table && empty === null && !table.columns && !whole.battery && !summary && <CoMentionTable table={table} />}
      {pictured && main && drawn && empty === null && (
        <LatePicture
          table={pictured}
          battery={whole.battery !== undefined}
          block={main}
          drawn={drawn}
          title={blocks.length > 1 && !whole.battery ? block.title : whole.view.title}
          shown={shown}
          show={show}
          told={told}
        />
      )}
    </div>
  );
}
