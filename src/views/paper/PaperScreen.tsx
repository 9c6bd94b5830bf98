import { useMemo, useState } from 'react';
import type { Shown } from '../../api/types.js';
import { METRICS, type Metric } from '../../core/measure/krippendorff-alpha.js';
import { setKind } from '../../core/paper/edit-paper.js';
import { blocksOf, LAYOUTS, PAPER_KINDS, type PaperKind, sheetOf } from '../../core/paper/paper.js';
import { readPaper } from '../../core/paper/read-paper.js';
import { type CheckedSheet, labelOf } from '../../core/paper/sheet.js';
import type { Side } from '../../core/paper/table-of-sheet.js';
import { METRIC_WORDS, readCodings } from '../../core/reading/read-codings.js';
import { readRelated } from '../../core/reading/read-related.js';
import { sumsOfLines } from '../../core/reading/sums/sums-of.js';
import { Button, Choice, PlainButton, Toggle } from '../../kit/kit.js';
import { Pens } from '../../kit/Svg.js';
import { ReadingPane } from '../reading/ReadingPane.js';
import { CONFIDENCE, useReading, useSplitReading } from '../reading/use-reading.js';
import bench from '../shell/workbench.module.css';
import { CellChoices } from '../tables/CellChoices.js';
import { CrossTable } from '../tables/CrossTable.js';
import { FrequencyTable } from '../tables/FrequencyTable.js';
import { StratumTable } from '../tables/StratumTable.js';
import tables from '../tables/table.module.css';
import { BLANK, exampleOf } from './examples.js';
import css from './paper.module.css';
import { SheetGrid } from './SheetGrid.js';
import { isUntouched, type PaperEdit, usePaper } from './use-paper.js';

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

interface FindingsProps {
  checked: readonly CheckedSheet[];
  /** Names of the blocks, where there are several. */
  names: readonly string[];
  keepTotals: boolean;
  setKeep: (keep: boolean) => void;
}

/** What was found in the cells: what is wrong first, then the totals, then what was mended. */
function Findings({ checked, names, keepTotals, setKeep }: FindingsProps) {
  const of = (kind: 'bad' | 'total' | 'mended') =>
    checked.flatMap((one, b) =>
      one.findings
        .filter((found) => found.kind === kind)
        .map(({ text }) => (names.length > 1 ? `${names[b] ?? ''}: ${text}` : text)),
    );
  const mended = of('mended');
  const lacking = [...new Set(checked.flatMap(({ lacking: one }, b) => (one === null ? [] : [names.length > 1 ? `${names[b] ?? ''}: ${one}` : one])))]; // prettier-ignore
  return (
    <div className={css['findings']} aria-live="polite" data-testid="findings">
      {of('bad').map((text) => (
        <p key={text} className={css['bad']}>
          <b aria-hidden="true">!</b> {text}
        </p>
      ))}
      {of('total').map((text) => (
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
          {mended.map((text) => (
            <p key={text}>{text}</p>
          ))}
        </details>
      )}
      {lacking.map((text) => (
        <p key={text}>{text}</p>
      ))}
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

const KIND_WORDS: Record<PaperKind, { name: string; about: string }> = {
  cross: {
    name: 'one table: groups across, answers down',
    about: 'Type the counts, or paste the table from a spreadsheet, an article or plain text.',
  },
  strata: {
    name: 'several such tables, within a third variable',
    about: 'One table of counts for each category of the third variable, all with the same rows and columns.',
  },
  weighted: {
    name: 'one weighted table',
    about: 'For each cell: its respondents, the sum of their weights, and the sum of the squares of their weights.',
  },
  'one-way': {
    name: 'one list of counts',
    about: 'A count for each category; with the share that is expected of each, or without: then equal ones.',
  },
  multiple: {
    name: 'options by group, several answers each',
    about: 'The first row holds everyone who was asked; under it, how many of them mentioned each option.',
  },
  related: {
    name: 'yes/no answers of the same people',
    about:
      'A line for each pattern of answers: how many respondents gave it, then 1 for yes or 0 for no to each question.',
  },
  codings: {
    name: 'codes of several coders',
    about: 'A line for each unit, the code that each coder gave it; empty where a coder gave none.',
  },
};

/** Which of the blocks is being typed: a table of each stratum, or counts, sums and squares. */
function BlockLine({
  edit,
  names,
  block,
  choose,
}: {
  edit: PaperEdit;
  names: readonly string[];
  block: number;
  choose: (block: number) => void;
}) {
  const { paper } = edit;
  const own = LAYOUTS[paper.kind].blocks === null;
  return (
    <div className={css['blocks']}>
      <div role="group" aria-label="Tables" className={css['tabs']}>
        {names.map((name, b) => (
          <Toggle key={b} on={b === block} onClick={() => choose(b)}>
            {name}
          </Toggle>
        ))}
        {own && (
          <Button
            onClick={() => {
              edit.addBlock();
              choose(names.length);
            }}
          >
            + table
          </Button>
        )}
      </div>
      {own && (
        <div className={css['side']}>
          <span>its name</span>
          <input
            className={css['title']}
            value={paper.blocks[block]?.name ?? ''}
            placeholder={`e.g. Spring (table ${block + 1})`}
            aria-label="What this table is of"
            onChange={({ target }) => edit.nameBlock(target.value)}
          />
          {names.length > 2 && (
            <Button
              onClick={() => {
                choose(Math.max(0, block - 1));
                edit.removeBlock();
              }}
            >
              Remove this table
            </Button>
          )}
        </div>
      )}
    </div>
  );
}

/** A table that someone only has on paper: typed or pasted, checked, and read like any other. */
export function PaperScreen() {
  const [chosen, setBlock] = useState(0);
  const edit = usePaper(chosen);
  const { paper, setPaper } = edit;
  const [shown, setShown] = useState(SHOWN);
  const [pasting, setPasting] = useState(false);
  const read = useMemo(() => readPaper(paper), [paper]);
  const { table, split, lines, proportions, checked } = read;
  const { marks, letters, answers, sums, exact } = useReading(table, shown.letters, undefined, proportions);
  const each = useSplitReading(split, shown.letters);
  const byLines = useMemo(() => {
    if (!lines) return null;
    const questions = sheetOf(paper, 0).columns.slice(1).map((label, k) => (label.trim() === '' ? `Question ${k + 1}` : label)); // prettier-ignore
    const found = 'related' in lines ? readRelated(lines, questions, CONFIDENCE) : readCodings(lines, CONFIDENCE);
    return { answers: found, sums: sumsOfLines(lines) };
  }, [lines, paper]);
  const layout = LAYOUTS[paper.kind];
  const many = blocksOf(paper);
  const block = Math.min(chosen, many - 1);
  const names = Array.from({ length: many }, (_, b) => layout.blocks?.[b] ?? labelOf(paper.blocks.map(({ name }) => name), b, 'Table')); // prettier-ignore
  const title = `${paper.sides.rows.title || 'Rows'} by ${paper.sides.columns.title || 'Columns'}`;
  const untouched = isUntouched(paper);
  const shows = byLines ?? each ?? (answers.length > 0 ? { answers, sums } : null);
  const has = (part: 'marks' | 'letters') =>
    (part === 'marks' ? marks : letters) !== null || (each?.strata.some((one) => one[part] !== null) ?? false);
  const ofTable = paper.kind !== 'related' && paper.kind !== 'codings';
  return (
    <div className={bench['alone']}>
      <Pens />
      <div className={bench['middle']}>
        <div className={css['head']}>
          <h1>Table on paper</h1>
          <div className={css['actions']}>
            <Button onClick={() => setPasting(true)}>Paste a table…</Button>
            {untouched ? (
              <Button onClick={() => setPaper(exampleOf(paper.kind))}>Show an example</Button>
            ) : (
              <Button
                onClick={() => {
                  setBlock(0);
                  setPaper(setKind(BLANK, paper.kind));
                }}
              >
                Start anew
              </Button>
            )}
          </div>
        </div>
        <div className={css['kind']}>
          <label htmlFor="kind">The paper holds</label>
          <select
            id="kind"
            value={paper.kind}
            onChange={({ target }) => {
              setBlock(0);
              edit.setKind(target.value as PaperKind);
            }}
          >
            {PAPER_KINDS.map((kind) => (
              <option key={kind} value={kind}>
                {KIND_WORDS[kind].name}
              </option>
            ))}
          </select>
        </div>
        <p className={css['intro']}>
          {KIND_WORDS[paper.kind].about} The tests, the measures and their reading follow as you type. Nothing leaves
          this page.
        </p>
        {pasting && <PasteBox lay={edit.lay} close={() => setPasting(false)} />}
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
              onChange={({ target }) => setPaper({ ...paper, metric: target.value as Metric })}
            >
              {METRICS.map((metric) => (
                <option key={metric} value={metric}>
                  {METRIC_WORDS[metric]}
                </option>
              ))}
            </select>
          </div>
        )}
        {many > 1 && <BlockLine edit={edit} names={names} block={block} choose={setBlock} />}
        <SheetGrid edit={edit} block={block} checked={checked[block]} />
        {!untouched && (
          <Findings
            checked={checked}
            names={names}
            keepTotals={paper.keepTotals}
            setKeep={(keepTotals) => setPaper({ ...paper, keepTotals })}
          />
        )}
        {(table?.columns ?? split) && (
          <div className={tables['toolbar']} role="group" aria-label="Table">
            <div className={tables['group']}>
              <CellChoices
                shown={shown}
                setShown={setShown}
                tested={has('marks')}
                compared={has('letters')}
                multiple={table?.mentions !== null && table !== null}
              />
            </div>
          </div>
        )}
        {table?.columns && <CrossTable table={table} marks={marks} letters={letters} shown={shown} title={title} />}
        {table && !table.columns && <FrequencyTable table={table} title={paper.sides.rows.title || 'Counts'} />}
        {each?.strata.map((one) => (
          <StratumTable key={one.code} stratum={one} shown={shown} within={paper.within} title={title} />
        ))}
      </div>
      <aside className={bench['reading']} aria-label="Reading">
        {shows ? (
          <ReadingPane answers={shows.answers} exact={exact} sums={shows.sums} />
        ) : (
          <p className={tables['nothing']}>
            The reading stands here as soon as every cell can be read: is there an association, how strong, where, can
            it be trusted, and how to say it.
          </p>
        )}
      </aside>
    </div>
  );
}
