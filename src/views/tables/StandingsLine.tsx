import { whole } from '../../core/figures.js';
import { STANDINGS, type Standing } from '../../core/count/set-state.js';
import { Segmented } from '../../kit/Segmented.js';
import { COUNTED, type Mention } from '../../core/table/sentence.js';
import { standingWord, type Table } from '../../core/table/table.js';
import css from './table.module.css';

interface Props {
  table: Table;
  counted: readonly Standing[] | undefined;
  change: (counted: Standing[]) => void;
}

/** At which place options are mentioned, where they were gathered from slots in order. */
export function MentionChoice({
  mention = 'any',
  choose,
}: {
  mention: Mention | undefined;
  choose: (mention: Mention) => void;
}) {
  return (
    <div className={css['standings']}>
      <span>Mention</span>
      <Segmented
        label="Which mention"
        value={mention}
        of={[
          ['any', 'any'],
          ['first', 'the first'],
          ['rank', 'average place'],
        ]}
        choose={choose}
      />
    </div>
  );
}

/** Who counts in the base of a multiple-response question: each way to mention nothing, in or out. */
export function StandingsLine({ table, counted = COUNTED, change }: Props) {
  const { standings, mentions } = table;
  if (!standings || !mentions) return null;
  const respondentsOf = (is: Standing | 'mentioned') =>
    standings.find((standing) => standing.is === is)?.respondents ?? 0;
  return (
    <div className={css['standings']} role="group" aria-label="Who counts in the base">
      <span>
        The base counts who mentioned something <b>{whole(respondentsOf('mentioned'))}</b>
      </span>
      {STANDINGS.filter((is) => respondentsOf(is) > 0 || counted.includes(is) !== COUNTED.includes(is)).map((is) => (
        <label key={is}>
          <input
            type="checkbox"
            checked={counted.includes(is)}
            onChange={(event) =>
              change(
                STANDINGS.filter((standing) => (standing === is ? event.target.checked : counted.includes(standing))),
              )
            }
          />
          {standingWord(table.rows.variable, is).toLowerCase()} <b>{whole(respondentsOf(is))}</b>
        </label>
      ))}
      <p>Respondents may give several answers; percentages of respondents add to more than 100.</p>
    </div>
  );
}
