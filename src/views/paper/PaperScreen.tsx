import { guarded } from '../shell/guarded.js';
import { useMemo, useState } from 'react';
import { blocksOf, LAYOUTS, type Paper, sheetOf } from '../../core/paper/paper.js';
import { readPaper } from '../../core/paper/read-paper.js';
import { labelOf } from '../../core/paper/sheet.js';
import { readCodings } from '../../core/reading/read-codings.js';
import { readRelated } from '../../core/reading/read-related.js';
import { workedExamplesOfLines } from '../../core/reading/worked-examples/worked-examples-of.js';
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
import { SheetRemarks } from './SheetRemarks.js';
import { PaperHead } from './PaperHead.js';
import { PaperSides } from './PaperSides.js';
import { PasteBox } from './PasteBox.js';
import { SheetGrid } from './SheetGrid.js';
import { isUntouched, usePaper } from './use-paper.js';

/** What the tables of a paper are called, one after the other. */
function blockNames(paper: Paper): string[] {
  const layout = LAYOUTS[paper.kind];
  const typed = paper.blocks.map(({ name }) => name);
  return Array.from({ length: blocksOf(paper) }, (_, b) => layout.blocks?.[b] ?? labelOf(typed, b, 'Table'));
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
  const work = useWork(shown.adjustment);
  const extras = table ? work.cells(table) : null;
  const { answers, workedExamples, exact } = useReading(table, work, undefined, { proportions });
  const each = useSplitReading(split, work);
  const byLines = useMemo(() => {
    if (!lines) return null;
    const questions = sheetOf(paper, 0)
      .columns.slice(1)
      .map((label, k) => (label.trim() === '' ? `Question ${k + 1}` : label));
    const result = 'related' in lines ? readRelated(lines, questions, CONFIDENCE) : readCodings(lines, CONFIDENCE);
    return { answers: result, workedExamples: workedExamplesOfLines(lines) };
  }, [lines, paper]);
  const names = blockNames(paper);
  const block = Math.min(chosen, names.length - 1);
  const title = `${paper.sides.rows.title || 'Rows'} by ${paper.sides.columns.title || 'Columns'}`;
  const view =
    table && extras && viewOfTable(table.columns ? title : paper.sides.rows.title || 'Counts', table, extras);
  const strataViews = (each?.strata ?? []).map((code) => viewOfTable(`${title}, ${code.label}`, code.table, code));
  const untouched = isUntouched(paper);
  const shows = byLines ?? each ?? (answers.length > 0 ? { answers, workedExamples } : null);
  const has = (part: 'marks' | 'letters') =>
    (extras?.[part] ?? null) !== null || (each?.strata.some((code) => code[part] !== null) ?? false);
  return (
    <EditorShell>
      <Pens />
      <Middle>
        <PaperHead edit={edit} first={() => setBlock(0)} paste={() => setPasting(true)} />
        {pasting && <PasteBox lay={edit.lay} close={() => setPasting(false)} />}
        <PaperSides paper={paper} setPaper={setPaper} />
        {names.length > 1 && <BlockLine edit={edit} names={names} block={block} choose={setBlock} />}
        <SheetGrid edit={edit} block={block} checked={checked[block]} />
        {!untouched && (
          <SheetRemarks
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
                views={view ? [view] : strataViews}
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
              <FrequencyTable item={view.items[0]!} block={view.blocks[0]![0]!} shown={shown} at={0} />
            )}
          </>
        )}
        {each?.strata.map((code, k) => (
          <StratumTable key={code.code} label={code.label} view={strataViews[k]!} shown={shown} within={paper.within} />
        ))}
      </Middle>
      <Aside label="Reading">
        {shows ? (
          <ReadingPane answers={shows.answers} exact={exact} workedExamples={shows.workedExamples} />
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
