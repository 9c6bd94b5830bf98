import type { Shown } from '../../api/types.js';
import type { Adjustment } from '../../core/infer/adjust.js';
import { Toggle } from '../../kit/kit.js';
import { Segmented } from '../../kit/Segmented.js';
import css from './table.module.css';

const ADJUSTED: readonly (readonly [Adjustment, string, string])[] = [
  ['holm', 'Holm', 'Holds the chance of any false letter; never weaker than Bonferroni.'],
  ['bonferroni', 'Bonferroni', 'Every p times the number of comparisons: the most careful.'],
  [
    'benjamini-hochberg',
    'Benjamini-Hochberg',
    'Holds the share of false letters among those shown: the most generous.',
  ],
];

interface Props {
  shown: Shown;
  setShown: (shown: Shown) => void;
  /** Residuals exist, so cells can be hatched and expected counts shown. */
  tested: boolean;
  /** Columns can be compared two by two. */
  compared: boolean;
  multiple: boolean;
}

/** What the cells of a cross table show. */
export function CellChoices({ shown, setShown, tested, compared, multiple }: Props) {
  const { letters } = shown;
  const lettersShown = letters !== undefined && shown.percent === 'column';
  const ofColumn = multiple ? 'respondents %' : 'column %';
  return (
    <>
      <span>Cells</span>
      <Segmented
        label="Percentages"
        value={shown.percent}
        of={[
          ['column', multiple ? 'respondents %' : 'column %'],
          ['row', 'row %'],
          ['total', 'total %'],
          ...(multiple ? [['mentions', 'mentions %'] as const] : []),
        ]}
        choose={(percent) => setShown({ ...shown, percent })}
      />
      <Toggle on={shown.counts} onClick={() => setShown({ ...shown, counts: !shown.counts })}>
        n
      </Toggle>
      {tested && (
        <>
          <Toggle on={shown.expected} onClick={() => setShown({ ...shown, expected: !shown.expected })}>
            expected
          </Toggle>
          <Toggle on={shown.hatch} onClick={() => setShown({ ...shown, hatch: !shown.hatch })}>
            hatch
          </Toggle>
          <Toggle
            on={shown.residuals === true}
            title="Adjusted residuals, with p adjusted over all cells of the table"
            onClick={() => setShown({ ...shown, residuals: shown.residuals !== true })}
          >
            residuals
          </Toggle>
        </>
      )}
      {compared && (
        <Toggle
          on={lettersShown}
          title={
            'Columns compared two by two in each row: a letter names a column whose share is lower by more than ' +
            'chance' +
            (shown.percent === 'column' ? '' : `. Letters compare ${ofColumn}, so the figures switch to them`)
          }
          onClick={() =>
            setShown({ ...shown, percent: 'column', letters: lettersShown ? undefined : (letters ?? 'holm') })
          }
        >
          letters
        </Toggle>
      )}
      {compared && lettersShown && (
        <select
          className={css['adjust']}
          aria-label="How the comparisons are adjusted"
          title={ADJUSTED.find(([id]) => id === letters)?.[2]}
          value={letters}
          onChange={({ target }) => setShown({ ...shown, letters: target.value as Adjustment })}
        >
          {ADJUSTED.map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      )}
    </>
  );
}
