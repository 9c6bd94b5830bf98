import type { Shown } from '../../api/types.js';
import { Button } from '../../kit/kit.js';
import { CellChoices } from './CellChoices.js';
import { Bar, BarGroup } from '../../kit/Bar.js';

interface Props {
  shown: Shown;
  setShown: (shown: Shown) => void;
  cross: boolean;
  /** Residuals exist, so cells can be hatched and expected counts shown. */
  tested: boolean;
  /** Columns can be compared two by two. */
  compared: boolean;
  multiple: boolean;
  swap: (() => void) | null;
  /** Puts the table on the clipboard. */
  copy: () => void;
  csv: string;
  save: () => void;
  saved: boolean;
  asNew: () => void;
}

/** What the cells show, and what can be done with the table. */
export function Toolbar({
  shown,
  setShown,
  cross,
  tested,
  compared,
  multiple,
  swap,
  copy,
  csv,
  save,
  saved,
  asNew,
}: Props) {
  return (
    <Bar label="Table">
      <BarGroup>
        {cross && (
          <CellChoices shown={shown} setShown={setShown} tested={tested} compared={compared} multiple={multiple} />
        )}
        {!cross && <span>Frequency table</span>}
      </BarGroup>
      <BarGroup>
        {swap && <Button onClick={swap}>Swap</Button>}
        <Button title="As a table, for a document or a spreadsheet" onClick={copy}>
          Copy
        </Button>
        <a href={csv} download>
          CSV
        </a>
        {saved && <Button onClick={asNew}>Copy as new</Button>}
        <Button onClick={save}>{saved ? 'Keep the change' : 'Keep in binder'}</Button>
      </BarGroup>
    </Bar>
  );
}
