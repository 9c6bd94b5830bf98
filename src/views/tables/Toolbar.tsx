import type { Shown } from '../../api/types.js';
import { Button, Choice, Toggle } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import css from './table.module.css';

interface Props {
  shown: Shown;
  setShown: (shown: Shown) => void;
  cross: boolean;
  /** Residuals exist, so cells can be hatched and expected counts shown. */
  tested: boolean;
  multiple: boolean;
  swap: (() => void) | null;
  csv: string;
  save: () => void;
  saved: boolean;
  asNew: () => void;
}

/** What the cells show, and what can be done with the table. */
export function Toolbar({ shown, setShown, cross, tested, multiple, swap, csv, save, saved, asNew }: Props) {
  return (
    <div className={css['toolbar']} role="group" aria-label="Table">
      <div className={css['group']}>
        {cross && (
          <>
            <span>Cells</span>
            <Choice
              label="Percentages"
              value={shown.percent}
              of={[
                ['column', multiple ? '% of respondents' : 'column %'],
                ['row', 'row %'],
                ['total', 'total %'],
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
              </>
            )}
          </>
        )}
        {!cross && <span>Frequency table</span>}
      </div>
      <div className={css['group']}>
        {swap && <Button onClick={swap}>Swap</Button>}
        <a className={kit['button']} href={csv} download>
          CSV
        </a>
        {saved && <Button onClick={asNew}>Copy as new</Button>}
        <Button onClick={save}>{saved ? 'Keep the change' : 'Keep in binder'}</Button>
      </div>
    </div>
  );
}
