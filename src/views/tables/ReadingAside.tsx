import { useContext } from 'react';
import type { Shown, StudyView } from '../../api/types.js';
import { SIZE_WORDS } from '../../core/reading/size-words.js';
import { Aside } from '../../kit/EditorShell.js';
import { Note } from '../../kit/Panel.js';
import { ExpectedShares } from '../reading/ExpectedShares.js';
import { ReadingPane } from '../reading/ReadingPane.js';
import { BlockChoice } from './BlockChoice.js';
import { CellPane } from './CellPane.js';
import { CellsContext } from './cells.js';
import type { BlockAt } from './CrossTable.js';
import { ConfidenceChoice } from './ConfidenceChoice.js';
import { PinnedReadings } from './PinnedReadings.js';
import { PredictedChoice } from './PredictedChoice.js';
import type { Shows } from './use-table.js';

interface Props {
  view: StudyView;
  shows: Shows;
  /** How many nests stand side by side. */
  across: number;
  asked: boolean;
  shown: Shown;
  show: (shown: Shown) => void;
  read: (at: BlockAt) => void;
  /** The stratum that was chosen, by its code. */
  stratum: string | null;
}

/** The reading of the block that was chosen, with the choices that its answers depend on. */
export function ReadingAside({ view, shows, across, asked, shown, show, read, stratum }: Props) {
  const { blocks, block, at, table, split, answers, exact, workedExamples } = shows;
  const any = table ?? split?.all ?? null;
  const { settings, id } = view.study;
  const chosen = table && split ? split.strata.find((own) => own.code === stratum)?.label : undefined;
  const titleRead = `${block?.title ?? ''}${chosen === undefined ? '' : `: ${chosen}`}`;
  const predicted = any?.columns && !any.numbers && !any.rows.multiple && !any.columns.multiple && (
    <PredictedChoice rows={any.rows.variable} columns={any.columns.variable} shown={shown} setShown={show} />
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
  const { at: cell, open } = useContext(CellsContext);
  if (cell && open && asked)
    return (
      <Aside label="Reading">
        <CellPane {...{ view, shows, shown, stratum }} at={cell} close={() => open(null)} />
      </Aside>
    );
  return (
    <Aside label="Reading">
      <BlockChoice blocks={blocks} at={at} across={across} choose={read} />
      {answers.length > 0 && <ConfidenceChoice shown={shown} show={show} />}
      {answers.length > 0 && (
        <ReadingPane
          answers={answers}
          exact={exact}
          workedExamples={workedExamples}
          sizes={{ words: settings.sizeWords ?? SIZE_WORDS, settings: `/studies?edit=${id}` }}
          choices={{ strength: predicted, association: expected }}
        />
      )}
      {answers.length > 0 && any && block && (
        <PinnedReadings study={id} title={titleRead} base={any.base} answers={answers} />
      )}
      {answers.length === 0 && !asked && (
        <Note>
          The reading stands here: is there an association, how strong, where, can it be trusted, and how to say it.
        </Note>
      )}
    </Aside>
  );
}
