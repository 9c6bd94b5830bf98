import { useMemo, useState } from 'react';
import type { Shown, StudyView } from '../../api/types.js';
import { changedFigures, figuresRead } from '../../core/binder/look.js';
import type { Frozen, FrozenMark } from '../../core/report/frozen-shape.js';
import { countedOfFrozen } from '../../core/report/frozen-table.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { Problem, Wait } from '../../kit/kit.js';
import { useAnswer } from '../server/use-answer.js';
import { type Shows, useTable, viewsShown } from '../tables/use-table.js';
import { ChangedSince } from './ChangedSince.js';
import { frozenView } from './frozen-view.js';
import { FIRST, KeptBody } from './KeptBody.js';
import { laidOf } from './use-look.js';

interface Props {
  view: StudyView;
  /** What it is called among the others: "Table 3". */
  name: string;
  table: StudyView['tables'][number];
  mark: FrozenMark;
}

const figuresOf = (shows: Shows, shown: Shown) =>
  shows.whole && !shows.counting.busy ? figuresRead(laidOf(viewsShown(shows), shown)) : null;

/** A table out of what was kept of it, with what would be another if it followed the study. */
function FrozenBody({ view, name, table, mark, frozen }: Props & { frozen: Frozen }) {
  const [shown, show] = useState<Shown>(table.shown);
  const then = useMemo(() => frozenView(view, frozen), [view, frozen]);
  const counted = useMemo(() => countedOfFrozen(frozen, mark, table.shown), [frozen, mark, table.shown]);
  const { sentence } = counted;
  const shows = useTable(then, sentence, shown, null, FIRST, counted.counts);
  const live = useMemo(() => sentenceOfBody(table.sentence), [table]);
  const now = useTable(view, live, table.shown, null, FIRST);
  const changes = useMemo(() => {
    const figures = figuresOf(now, table.shown);
    const ofThen = figuresOf(shows, table.shown);
    return figures && ofThen ? changedFigures(ofThen, figures) : [];
  }, [shows, now, table.shown]);
  return (
    <KeptBody {...{ view: then, name, sentence, shown, show, shows, counted }}>
      {changes.length > 0 && <ChangedSince {...{ view, table, changes, since: mark }} />}
    </KeptBody>
  );
}

/** A table whose figures were frozen: it is not counted anew. */
export function FrozenTable(props: Props) {
  const { view, mark } = props;
  const asked = { study: view.study.id, frozen: mark.id };
  const { answer, problem } = useAnswer('GET /studies/{study}/frozen/{frozen}', asked, { once: true });
  if (problem) return <Problem {...problem} />;
  if (!answer) return <Wait>Opening what was frozen…</Wait>;
  return <FrozenBody {...props} frozen={answer} />;
}
