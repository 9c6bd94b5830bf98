import type { Shown } from '../../../api/types.js';
import { ADJUSTMENTS } from '../../../core/infer/adjust.js';
import { summaryHeadings } from '../../../core/summary/summary-headings.js';
import {
  MISSING_AS,
  SUMMARY_COLUMNS,
  type SummaryColumn,
  type SummaryShown,
} from '../../../core/table/summary-shape.js';
import { wholeSummaryChoices } from '../../../core/view/figures-shown.js';
import { Toggle } from '../../../kit/kit.js';
import { Segmented } from '../../../kit/Segmented.js';
import { ADJUSTMENT_NAMES } from '../../reading/adjustment-names.js';
import { hasPair, NUMBER_PAIRS, withPair } from './summary-edits.js';
import css from './summary.module.css';

interface Props {
  shown: Shown;
  show: (shown: Shown) => void;
  /** Groups stand across, so that something is tested. */
  grouped: boolean;
  /** Some variable is a number. */
  numbers: boolean;
}

const PAIRS = Object.keys(NUMBER_PAIRS) as (keyof typeof NUMBER_PAIRS)[];

const MISSING_WORDS = { note: 'in a note', row: 'in a row', none: 'not said' } as const;
const COLUMN_WORDS: Record<SummaryColumn, string> = {
  p: 'The p of the test that suits each variable',
  test: 'The test with its statistic',
  measure: 'How strong the association is: V or gamma of categories, eta of a number',
};

/** How a summary is shown, beside the figures of its cells. */
export function SummaryChoices({ shown, show, grouped, numbers }: Props) {
  const { summary = {} } = shown;
  const put = (more: Partial<SummaryShown>) => show({ ...shown, summary: { ...summary, ...more } });
  const choices = wholeSummaryChoices(shown);
  const columns = summary.columns ?? [...SUMMARY_COLUMNS];
  const headings = summaryHeadings(null);
  const toggle = (column: SummaryColumn) => {
    const next = SUMMARY_COLUMNS.filter((id) => (id === column ? !columns.includes(id) : columns.includes(id)));
    put({ columns: next.length === SUMMARY_COLUMNS.length ? undefined : next });
  };
  return (
    <div className={css['choices']} role="group" aria-label="Summary">
      <span className={css['choice']}>
        No answer
        <Segmented
          label="Who gave no answer"
          value={summary.missing ?? 'note'}
          of={MISSING_AS.map((way) => [way, MISSING_WORDS[way]] as const)}
          choose={(missing) => put({ missing: missing === 'note' ? undefined : missing })}
        />
      </span>
      {numbers && (
        <span className={css['choice']}>
          Numbers
          {PAIRS.map((pair) => (
            <Toggle
              key={pair}
              on={hasPair(choices, pair)}
              disabled={hasPair(choices, pair) && PAIRS.filter((own) => hasPair(choices, own)).length === 1}
              onClick={() => show({ ...shown, figures: withPair(choices, pair) })}
            >
              {pair}
            </Toggle>
          ))}
          <Segmented
            label="Figures of a number"
            value={summary.oneLine === true ? 'one' : 'each'}
            of={[
              ['each', 'a line each'],
              ['one', 'on one line'],
            ]}
            choose={(chosen) => put({ oneLine: chosen === 'one' || undefined })}
          />
        </span>
      )}
      {grouped && (
        <span className={css['choice']}>
          {SUMMARY_COLUMNS.map((column) => (
            <Toggle
              key={column}
              on={columns.includes(column)}
              title={COLUMN_WORDS[column]}
              onClick={() => toggle(column)}
            >
              {headings[column]}
            </Toggle>
          ))}
          {columns.includes('p') && (
            <select
              aria-label="How p is adjusted"
              value={summary.adjusted ?? ''}
              onChange={({ target }) => put({ adjusted: ADJUSTMENTS.find((candidate) => candidate === target.value) })}
            >
              <option value="">p as it is</option>
              {ADJUSTMENTS.map((id) => (
                <option key={id} value={id}>
                  p adjusted, {ADJUSTMENT_NAMES[id]}
                </option>
              ))}
            </select>
          )}
        </span>
      )}
    </div>
  );
}
