import { useMemo, useState } from 'react';
import type { Shown } from '../../api/types.js';
import { type CheckedSheet, checkSheet } from '../../core/paper/sheet.js';
import { tableOfSheet, type Side } from '../../core/paper/table-of-sheet.js';
import { Button, Choice, PlainButton } from '../../kit/kit.js';
import { Pens } from '../../kit/Svg.js';
import { ReadingPane } from '../reading/ReadingPane.js';
import { useReading } from '../reading/use-reading.js';
import bench from '../shell/workbench.module.css';
import { CellChoices } from '../tables/CellChoices.js';
import { CrossTable } from '../tables/CrossTable.js';
import tables from '../tables/table.module.css';
import css from './paper.module.css';
import { SheetGrid } from './SheetGrid.js';
import { BLANK, EXAMPLE, usePaper } from './use-sheet.js';

const SHOWN: Shown = { percent: 'column', counts: true, hatch: true, expected: false };

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
      <Choice
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

/** What was found in the cells: what is wrong first, then the totals, then what was mended. */
function Findings({
  checked,
  keepTotals,
  setKeep,
}: {
  checked: CheckedSheet;
  keepTotals: boolean;
  setKeep: (keep: boolean) => void;
}) {
  const of = (kind: 'bad' | 'total' | 'mended') => checked.findings.filter((one) => one.kind === kind);
  const mended = of('mended');
  return (
    <div className={css['findings']} aria-live="polite" data-testid="findings">
      {of('bad').map(({ text }) => (
        <p key={text} className={css['bad']}>
          <b aria-hidden="true">!</b> {text}
        </p>
      ))}
      {of('total').map(({ text }) => (
        <p key={text}>
          {text} <Button onClick={() => setKeep(true)}>Count it all the same</Button>
        </p>
      ))}
      {keepTotals && (
        <p>
          Lines that look like totals are counted. <Button onClick={() => setKeep(false)}>Leave totals out</Button>
        </p>
      )}
      {mended.length > 0 && (
        <details>
          <summary>
            {mended.length === 1 ? 'One cell was read with care' : `${mended.length} cells were read with care`}
          </summary>
          {mended.map(({ text }) => (
            <p key={text}>{text}</p>
          ))}
        </details>
      )}
      {checked.lacking !== null && <p>{checked.lacking}</p>}
    </div>
  );
}

/** Takes a whole table as text, from a spreadsheet, an article or anything else. */
function PasteBox({ lay, close }: { lay: (text: string) => boolean; close: () => void }) {
  const [text, setText] = useState('');
  const [failed, setFailed] = useState(false);
  return (
    <div className={css['paste']}>
      <label htmlFor="pasted">A table as text: from a spreadsheet, an article, a mail</label>
      <textarea
        id="pasted"
        rows={7}
        value={text}
        autoFocus
        spellCheck={false}
        placeholder={
          '            North end   South end\nOwn heap           64          18\nShared bay         22          49'
        }
        onChange={({ target }) => {
          setText(target.value);
          setFailed(false);
        }}
      />
      {failed && (
        <p className={css['bad']} role="alert">
          There is no table in this text. Give a line for each row, with tabs, commas, bars or gaps between the cells.
        </p>
      )}
      <p className={css['actions']}>
        <PlainButton
          onClick={() => {
            if (lay(text)) close();
            else setFailed(true);
          }}
        >
          Lay it out
        </PlainButton>
        <Button onClick={close}>Leave it</Button>
      </p>
    </div>
  );
}

/** A table that someone only has on paper: typed or pasted, checked, and read like any other. */
export function PaperScreen() {
  const edit = usePaper();
  const { paper, setPaper } = edit;
  const [shown, setShown] = useState(SHOWN);
  const [pasting, setPasting] = useState(false);
  const checked = useMemo(() => checkSheet(paper.sheet, paper.keepTotals), [paper.sheet, paper.keepTotals]);
  const table = useMemo(() => {
    const named = (side: Side, title: string) => ({ ...side, title: side.title.trim() === '' ? title : side.title });
    const sides = { rows: named(paper.sides.rows, 'Rows'), columns: named(paper.sides.columns, 'Columns') };
    return tableOfSheet(paper.sheet, checked, sides);
  }, [paper.sheet, paper.sides, checked]);
  const { marks, letters, answers, sums, exact } = useReading(table, shown.letters);
  const title = `${paper.sides.rows.title || 'Rows'} by ${paper.sides.columns.title || 'Columns'}`;
  const untouched = paper === BLANK || JSON.stringify(paper) === JSON.stringify(BLANK);
  return (
    <div className={`${bench['bench'] ?? ''} ${css['page'] ?? ''}`}>
      <Pens />
      <div className={bench['middle']}>
        <div className={css['head']}>
          <h1>Table on paper</h1>
          <div className={css['actions']}>
            <Button onClick={() => setPasting(true)}>Paste a table…</Button>
            {untouched ? (
              <Button onClick={() => setPaper(EXAMPLE)}>Show an example</Button>
            ) : (
              <Button onClick={() => setPaper(BLANK)}>Start anew</Button>
            )}
          </div>
        </div>
        <p className={css['intro']}>
          Type the counts, or paste the table from a spreadsheet, an article or plain text. The tests, the measures and
          their reading follow as you type. Nothing leaves this page.
        </p>
        {pasting && <PasteBox lay={edit.lay} close={() => setPasting(false)} />}
        <SideLine
          what="rows"
          placeholder="e.g. Satisfaction"
          side={paper.sides.rows}
          change={(rows) => setPaper({ ...paper, sides: { ...paper.sides, rows } })}
        />
        <SideLine
          what="columns"
          placeholder="e.g. Site (the groups)"
          side={paper.sides.columns}
          change={(columns) => setPaper({ ...paper, sides: { ...paper.sides, columns } })}
        />
        <SheetGrid edit={edit} checked={checked} />
        {!untouched && (
          <Findings
            checked={checked}
            keepTotals={paper.keepTotals}
            setKeep={(keepTotals) => setPaper({ ...paper, keepTotals })}
          />
        )}
        {table && (
          <>
            <div className={tables['toolbar']} role="group" aria-label="Table">
              <div className={tables['group']}>
                <CellChoices
                  shown={shown}
                  setShown={setShown}
                  tested={marks !== null}
                  compared={letters !== null}
                  multiple={false}
                />
              </div>
            </div>
            <CrossTable table={table} marks={marks} letters={letters} shown={shown} title={title} />
          </>
        )}
      </div>
      <aside className={bench['reading']} aria-label="Reading">
        {answers.length > 0 ? (
          <ReadingPane answers={answers} exact={exact} sums={sums} />
        ) : (
          <p className={tables['nothing']}>
            The reading stands here as soon as every cell holds a count: is there an association, how strong, where, can
            it be trusted, and how to say it.
          </p>
        )}
      </aside>
    </div>
  );
}
