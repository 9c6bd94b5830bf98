import { memo, useContext, useMemo } from 'react';
import type { Shown, StudyView } from '../../api/types.js';
import { SIZE_WORDS } from '../../core/reading/size-words.js';
import { isDrawnAsPairs } from '../../core/table/picture-kinds.js';
import type { Sentence } from '../../core/table/sentence.js';
import { titleRead } from '../../core/table/strata-read.js';
import { Aside } from '../../kit/EditorShell.js';
import { Note } from '../../kit/Panel.js';
import { useAfterPaint } from '../../kit/use-after-paint.js';
import { useOverdue } from '../../kit/use-overdue.js';
import { ExpectedShares } from '../reading/ExpectedShares.js';
import { ReadingPane } from '../reading/ReadingPane.js';
import { BlockChoice } from './BlockChoice.js';
import { CellPane } from './CellPane.js';
import { CellsContext } from './cells.js';
import type { BlockAt } from './CrossTable.js';
import { ConfidenceChoice } from './ConfidenceChoice.js';
import { PairsReading } from './PairsReading.js';
import { PinnedReadings } from './PinnedReadings.js';
import { hasReading, withReading } from './kept-readings.js';
import { PredictedChoice } from './PredictedChoice.js';
import { useBlockReading } from './use-block-reading.js';
import { type Shows, strataAsked } from './use-table.js';
import css from './table.module.css';

interface ReadingProps {
  view: StudyView;
  shows: Shows;
  shown: Shown;
  show: (shown: Shown) => void;
  /** The stratum that was chosen, by its code. */
  stratum: string | null;
  /** Keeps the table in the binder as it is shown then. */
  keep: (shown: Shown) => void;
}

/** What is said of the block that is read, with the choices that its answers depend on. */
const BlockReading = memo(function BlockReading({ view, shows, shown, show, stratum, keep }: ReadingProps) {
  const { block, table, split } = shows;
  const { answers, exact, workedExamples } = useBlockReading(view, shows, shown);
  const any = table ?? split?.all ?? null;
  const { settings, id } = view.study;
  const of = table && split ? strataAsked(stratum) : {};
  const readAt = { ...shows.at, ...of };
  const predicted = block && any?.columns && !any.numbers && !any.rows.multiple && !any.columns.multiple && (
    <PredictedChoice
      block={block.block}
      rows={any.rows.variable}
      columns={any.columns.variable}
      shown={shown}
      setShown={show}
    />
  );
  // Options overlap: no shares add up to all of them.
  const expected = table && !table.columns && !table.rows.multiple && (
    <ExpectedShares
      key={table.rows.variable.id}
      table={table}
      shares={shown.shares}
      change={(shares) => show({ ...shown, shares })}
    />
  );
  if (answers.length === 0) return null;
  return (
    <>
      <ConfidenceChoice shown={shown} show={show} />
      <ReadingPane
        answers={answers}
        exact={exact}
        workedExamples={workedExamples}
        sizes={{ words: settings.sizeWords ?? SIZE_WORDS, settings: `/studies?edit=${id}` }}
        choices={{ strength: predicted, association: expected }}
      />
      {any && block && (
        <PinnedReadings
          study={id}
          title={titleRead(block.title, split, of)}
          base={any.base}
          answers={answers}
          kept={hasReading(shown, readAt)}
          keep={(kept) => keep(withReading(shown, readAt, kept))}
        />
      )}
    </>
  );
});

interface Props extends ReadingProps {
  /** A number by another one; null where something else is asked for. */
  pair: Sentence | null;
  /** How many nests stand side by side. */
  across: number;
  asked: boolean;
  read: (at: BlockAt) => void;
}

/** The reading of the block that was chosen, or of one cell; it follows the table, which does not wait for it. */
export function ReadingAside({ view, shows, pair, across, asked, shown, show, read, stratum, keep }: Props) {
  const now = useMemo(() => ({ view, shows, shown, show, stratum, keep }), [view, shows, shown, show, stratum, keep]);
  const late = useAfterPaint(now);
  const waits = useOverdue(late !== now);
  const { at: cell, open } = useContext(CellsContext);
  if (cell && open && asked)
    return (
      <Aside label="Reading">
        <CellPane {...{ view, shows, shown, stratum }} at={cell} close={() => open(null)} />
      </Aside>
    );
  const { table } = shows;
  if (pair && table !== null && isDrawnAsPairs(table))
    return (
      <Aside label="Reading">
        <PairsReading {...{ view, shown, show, keep }} sentence={pair} />
      </Aside>
    );
  return (
    <Aside label="Reading">
      <BlockChoice blocks={shows.blocks} at={shows.at} across={across} choose={read} />
      {asked && late && (
        <div className={waits ? css['faded'] : undefined} aria-busy={late !== now}>
          <BlockReading {...late} />
        </div>
      )}
      {!asked && (
        <Note>
          The reading stands here: is there an association, how strong, where, can it be trusted, and how to say it.
        </Note>
      )}
    </Aside>
  );
}
