import type { Paper } from '../../core/paper/paper.js';
import type { Side } from '../../core/paper/table-of-sheet.js';
import { METRIC_WORDS } from '../../core/reading/read-codings.js';
import { METRICS } from '../../core/statistic/subjects.js';
import { Segmented } from '../../kit/Segmented.js';
import css from './paper.module.css';

interface SideProps {
  what: string;
  placeholder: string;
  side: Side;
  change: (side: Side) => void;
}

function SideLine({ what, placeholder, side, change }: SideProps) {
  return (
    <div className={css['side']}>
      <span>{what}</span>
      <input
        className={css['title']}
        value={side.title}
        placeholder={placeholder}
        aria-label={`What the ${what} are`}
        onChange={({ target }) => change({ ...side, title: target.value })}
      />
      <Segmented
        label={`Level of the ${what}`}
        value={side.level}
        of={[
          ['unordered', 'categories'],
          ['ordered', 'ordered'],
        ]}
        choose={(level) => change({ ...side, level })}
      />
    </div>
  );
}

/** What the rows and the columns are, what the tables are within, and of what kind codes are. */
export function PaperSides({ paper, setPaper }: { paper: Paper; setPaper: (paper: Paper) => void }) {
  const ofTable = paper.kind !== 'related' && paper.kind !== 'codings';
  return (
    <>
      {ofTable && (
        <SideLine
          what="rows"
          placeholder={paper.kind === 'one-way' ? 'e.g. Seed packets taken' : 'e.g. Satisfaction'}
          side={paper.sides.rows}
          change={(rows) => setPaper({ ...paper, sides: { ...paper.sides, rows } })}
        />
      )}
      {ofTable && paper.kind !== 'one-way' && (
        <SideLine
          what="columns"
          placeholder="e.g. Site (the groups)"
          side={paper.sides.columns}
          change={(next) => setPaper({ ...paper, sides: { ...paper.sides, columns: next } })}
        />
      )}
      {paper.kind === 'strata' && (
        <div className={css['side']}>
          <span>within</span>
          <input
            className={css['title']}
            value={paper.within}
            placeholder="e.g. Season (the third variable)"
            aria-label="What the tables are within"
            onChange={({ target }) => setPaper({ ...paper, within: target.value })}
          />
        </div>
      )}
      {paper.kind === 'codings' && (
        <div className={css['kind']}>
          <label htmlFor="metric">The codes are</label>
          <select
            id="metric"
            value={paper.metric}
            onChange={({ target }) =>
              setPaper({ ...paper, metric: METRICS.find((metric) => metric === target.value) ?? paper.metric })
            }
          >
            {METRICS.map((metric) => (
              <option key={metric} value={metric}>
                {METRIC_WORDS[metric]}
              </option>
            ))}
          </select>
        </div>
      )}
    </>
  );
}
