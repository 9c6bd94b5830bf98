import { titleOf } from '../../core/codebook/types.js';
import type { Split } from '../../core/table/split.js';
import { ALL_TOGETHER } from '../../core/table/strata-read.js';
import { Segmented } from '../../kit/Segmented.js';
import css from './table.module.css';
import { TOGETHER } from './use-table.js';

/** More tables than this are chosen from a list. */
const SIDE_BY_SIDE = 5;
const EACH = '\u0000each';

interface Props {
  split: Split;
  /** The code of a stratum, all of them as one table, or null for each in turn. */
  chosen: string | null;
  choose: (stratum: string | null) => void;
}

/** Which of the tables within a third variable is on screen. */
export function StratumChoice({ split: { within, strata }, chosen, choose }: Props) {
  const title = titleOf(within.variable);
  const of: [string, string][] = [
    [EACH, 'each in turn'],
    ...strata.map(({ code, label }): [string, string] => [code, label]),
    [TOGETHER, ALL_TOGETHER],
  ];
  const value = chosen ?? EACH;
  const pick = (code: string) => choose(code === EACH ? null : code);
  return (
    <div className={css['strata']} role="group" aria-label={`Tables within ${title}`}>
      <span>{title}</span>
      {strata.length <= SIDE_BY_SIDE ? (
        <Segmented label={`Table within ${title}`} value={value} of={of} choose={pick} />
      ) : (
        <select
          className={css['adjust']}
          aria-label={`Table within ${title}`}
          value={value}
          onChange={({ target }) => pick(target.value)}
        >
          {of.map(([code, label]) => (
            <option key={code} value={code}>
              {label}
            </option>
          ))}
        </select>
      )}
    </div>
  );
}
