import type { RosterVariable } from '../../api/types.js';
import { whole } from '../../core/figures.js';
import { isBattery } from '../../core/table/battery.js';
import { Button } from '../../kit/kit.js';
import { asBattery } from './draft.js';
import { asSummary } from './summary/summary-edits.js';
import type { Draft } from './url.js';

/** So many variables at most go into the rows in one go. */
const MOST = 100;

interface Props {
  /** The variables that the roster shows, fewer than all. */
  matching: readonly RosterVariable[];
  draft: Draft;
  change: (draft: Draft) => void;
}

/** What can be done with all variables that were found at once: tables of each, or one table where they are items. */
export function FoundActs({ matching, draft, change }: Props) {
  const rows = matching.filter(({ countable, level }) => level !== 'text' && (countable || level === 'number'));
  if (rows.length < 2) return null;
  if (rows.length > MOST)
    return (
      <span>
        {whole(rows.length)} found; {MOST} or fewer can go into the rows at once.
      </span>
    );
  const all: Draft = { ...draft, rows: rows.map(({ id }) => ({ variable: id })) };
  return (
    <>
      <span>{whole(rows.length)} found:</span>
      <Button
        title="A table of each, one under the other"
        onClick={() => change(asSummary(asBattery(all, false), false))}
      >
        All into rows
      </Button>
      <Button
        title="One table: each in figures that suit it, all together and by group"
        onClick={() => change(asSummary(all, true))}
      >
        As a summary
      </Button>
      {isBattery(rows) && (
        <Button title="One table: the items down, their answers across" onClick={() => change(asBattery(all, true))}>
          As a battery
        </Button>
      )}
    </>
  );
}
