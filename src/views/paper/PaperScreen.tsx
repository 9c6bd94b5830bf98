import { guarded } from '../shell/guarded.js';
import { useMemo, useState } from 'react';
import { METRICS, type Metric } from '../../core/statistic/subjects.js';
import { setKind } from '../../core/paper/edit-paper.js';
import { blocksOf, LAYOUTS, PAPER_KINDS, type PaperKind, sheetOf } from '../../core/paper/paper.js';
import { readPaper } from '../../core/paper/read-paper.js';
import { labelOf } from '../../core/paper/sheet.js';
import type { Side } from '../../core/paper/table-of-sheet.js';
import { METRIC_WORDS, readCodings } from '../../core/reading/read-codings.js';
import { readRelated } from '../../core/reading/read-related.js';
import { sumsOfLines } from '../../core/reading/sums/sums-of.js';
import { Button } from '../../kit/kit.js';
import { Segmented } from '../../kit/Segmented.js';
import { Pens } from '../../kit/Svg.js';
import { ReadingPane } from '../reading/ReadingPane.js';
import { CONFIDENCE, useReading, useSplitReading, useWork } from '../reading/use-reading.js';
import { Bar, BarGroup } from '../../kit/Bar.js';
import { Aside, EditorShell, Middle } from '../../kit/EditorShell.js';
import { Note } from '../../kit/Panel.js';
import { CellChoices } from '../tables/CellChoices.js';
import { CrossTable } from '../tables/CrossTable.js';
import { FrequencyTable } from '../tables/FrequencyTable.js';
import { StratumTable } from '../tables/StratumTable.js';
import { SHOWN } from '../tables/shown-query.js';
import { viewOfTable } from '../../core/view/table-view.js';
import { BlockLine } from './BlockLine.js';
import { BLANK, exampleOf } from './examples.js';
import { Findings } from './Findings.js';
import { KIND_WORDS } from './kind-words.js';
import css from './paper.module.css';
import { PasteBox } from './PasteBox.js';
import { SheetGrid } from './SheetGrid.js';
import { isUntouched, usePaper } from './use-paper.js';

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

/** A table that someone only has on paper: typed or pasted, checked, and read like any other. */
function PaperPage() {
  const [chosen, setBlock] = useState(0);
  const edit = usePaper(chosen);
  const { paper, setPaper } = edit;
  const [shown, setShown] = useState(SHOWN);
  const [pasting, setPasting] = useState(false);
  const read = useMemo(() => readPaper(paper), [paper]);
  const { table, split, lines, proportions, checked } = read;
  const work = useWork(shown.letters);
  const { extras, answers, sums, exact } = useReading(table, work, undefined, { proportions });
  const each = useSplitReading(split, work);
  const byLines = useMemo(() => {
    if (!lines) return null;
    const questions = sheetOf(paper, 0)
      .columns.slice(1)
      .map((label, k) => (label.trim() === '' ? `Question ${k + 1}` : label));
    const found = 'related' in lines ? readRelated(lines, questions, CONFIDENCE) : readCodings(lines, CONFIDENCE);
    return { answers: found, sums: sumsOfLines(lines) };
  }, [lines, paper]);
  const layout = LAYOUTS[paper.kind];
  const many = blocksOf(paper);
  const block = Math.min(chosen, many - 1);
  const names = Array.from(
    { length: many },
    (_, b) =>
      layout.blocks?.[b] ??
      labelOf(
        paper.blocks.map(({ name }) => name),
        b,
        'Table',
      ),
  );
  const title = `${paper.sides.rows.title || 'Rows'} by ${paper.sides.columns.title || 'Columns'}`;
  const view = table && viewOfTable(table.columns ? title : paper.sides.rows.title || 'Counts', table, extras);
  const untouched = isUntouched(paper);
  const shows = byLines ?? each ?? (answers.length > 0 ? { answers, sums } : null);
  const has = (part: 'marks' | 'letters') =>
    extras[part] !== null || (each?.strata.some((one) => one[part] !== null) ?? false);
  const ofTable = paper.kind !== 'related' && paper.kind !== 'codings';
  return (
    <EditorShell>
      <Pens />
      <Middle>
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
          <Bar label="Table">
            <BarGroup>
              <CellChoices
                shown={shown}
                setShown={setShown}
                tested={has('marks')}
                compared={has('letters')}
                multiple={table?.mentions !== null && table !== null}
              />
            </BarGroup>
          </Bar>
        )}
        {view && (
          <>
            {table.columns ? (
              <CrossTable view={view} shown={shown} />
            ) : (
              <FrequencyTable item={view.items[0]!} block={view.blocks[0]![0]!} />
            )}
          </>
        )}
        {each?.strata.map((one) => (
          <StratumTable
            key={one.code}
            label={one.label}
            view={viewOfTable(`${title}, ${one.label}`, one.table, one)}
            shown={shown}
            within={paper.within}
          />
        ))}
      </Middle>
      <Aside label="Reading">
        {shows ? (
          <ReadingPane answers={shows.answers} exact={exact} sums={shows.sums} />
        ) : (
          <Note>
            The reading stands here as soon as every cell can be read: is there an association, how strong, where, can
            it be trusted, and how to say it.
          </Note>
        )}
      </Aside>
    </EditorShell>
  );
}

export const PaperScreen = guarded(PaperPage);
