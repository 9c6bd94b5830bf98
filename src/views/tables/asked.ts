import type { Shown } from '../../api/types.js';
import { SHOWN } from './shown-query.js';
import { withoutStrayCodes } from '../../core/table/sentence.js';
import { sortedBy } from './sort-columns.js';
import { type Draft, EMPTY } from './url.js';

/** What the Tables screen asks for. */
export interface Asked {
  draft: Draft;
  /** The kept table that is open; null: none. */
  saved: number | null;
  shown: Shown;
  /** The revision of the study on which the kept table was opened. */
  since: number | null;
  /** The address was read. */
  ready: boolean;
}

export const NOTHING_ASKED: Asked = { draft: EMPTY, saved: null, shown: SHOWN, since: null, ready: false };

export type AskedAction =
  /** The address was read. */
  | { is: 'opened'; draft: Draft; saved: number | null; shown: Shown; since: number | null }
  | { is: 'draft'; draft: Draft }
  | { is: 'shown'; shown: Shown }
  /** It was kept in the binder, as this table. */
  | { is: 'kept'; table: number; since: number | null }
  /** From here on it is a new table. */
  | { is: 'new' };

/** What is asked for after an action. */
export function askedAfter(asked: Asked, action: AskedAction): Asked {
  switch (action.is) {
    case 'opened': {
      const { draft, saved, shown, since } = action;
      return { draft, saved, shown, since, ready: true };
    }
    case 'draft': {
      const isSame = (of: (draft: Draft) => unknown) =>
        JSON.stringify(of(action.draft)) === JSON.stringify(of(asked.draft));
      // Expected shares, and which of two is predicted, are of these rows; a column by which rows are sorted is of
      // these columns, and the title of a picture and kept readings of both.
      const sameRows = isSame(({ rows }) => rows.map(({ variable }) => variable));
      const sameColumns = isSame(({ by, battery, summary }) => [by, battery, summary]);
      const kept = sameRows ? asked.shown : { ...asked.shown, shares: undefined, predicted: undefined };
      const sorted = sameColumns || kept.sort === undefined ? kept : sortedBy(kept, null);
      const isOther = !sameRows || !sameColumns || !isSame(({ within }) => within);
      const isOfBoth = sorted.heading !== undefined || sorted.readings !== undefined;
      const shown = isOther && isOfBoth ? { ...sorted, heading: undefined, readings: undefined } : sorted;
      return { ...asked, draft: withoutStrayCodes(action.draft), shown };
    }
    case 'shown':
      return { ...asked, shown: action.shown };
    case 'kept':
      return { ...asked, saved: action.table, since: action.since };
    case 'new':
      return { ...asked, saved: null };
  }
}
