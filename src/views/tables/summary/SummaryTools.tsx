import { type ReactNode, useMemo } from 'react';
import type { Shown, StudyView } from '../../../api/types.js';
import { isCross } from '../../../core/view/header-rows.js';
import type { TableView } from '../../../core/view/types.js';
import type { Draft } from '../url.js';
import { MisreadNotices } from './MisreadNotices.js';
import { SummaryChoices } from './SummaryChoices.js';
import { SummaryEdits } from './summary-edits.js';

interface Props {
  study: StudyView;
  /** The tables on the screen. */
  views: readonly TableView[];
  shown: Shown;
  show: (shown: Shown) => void;
}

/** What stands over a summary: how it is shown, and what of it was probably misread. Nothing over other tables. */
export function SummaryTools({ study, views, shown, show }: Props) {
  const [table] = views;
  if (!table?.summary) return null;
  return (
    <>
      <SummaryChoices
        shown={shown}
        show={show}
        grouped={isCross(table.nests)}
        numbers={table.items.some(({ number }) => number)}
      />
      <MisreadNotices study={study} table={table} />
    </>
  );
}

/** Around a table whose variables can be edited where they stand in a summary. */
export function EditableSummary({ view, draft, change, children }: EditableProps) {
  const { variables } = view;
  const edits = useMemo(() => {
    const numbers = variables.filter(({ countable, level }) => countable && level === 'number');
    return { draft, change, listable: new Set(numbers.map(({ id }) => id)) };
  }, [variables, draft, change]);
  return <SummaryEdits value={edits}>{children}</SummaryEdits>;
}

interface EditableProps {
  view: StudyView;
  draft: Draft;
  change: (draft: Draft) => void;
  children: ReactNode;
}
