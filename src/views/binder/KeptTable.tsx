import { useMemo, useRef, useState } from 'react';
import type { Shown, StudyView } from '../../api/types.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { Wait } from '../../kit/kit.js';
import { useNear } from '../../kit/use-near.js';
import { useTable, viewsShown } from '../tables/use-table.js';
import { ChangedSince } from './ChangedSince.js';
import { FrozenTable } from './FrozenTable.js';
import { FIRST, KeptBody } from './KeptBody.js';
import { KeptSweep } from './KeptSweep.js';
import { laidOf, useLook } from './use-look.js';
import css from './binder.module.css';

interface Props {
  view: StudyView;
  /** What it is called among the others: "Table 3". */
  name: string;
  table: StudyView['tables'][number];
}

/** A table as it is now. */
function LiveTable({ view, name, table }: Props) {
  // Sorted here, it is sorted for this look alone.
  const [shown, show] = useState<Shown>(table.shown);
  const sentence = useMemo(() => sentenceOfBody(table.sentence), [table]);
  const shows = useTable(view, sentence, shown, null, FIRST);
  // While it is counted anew, the figures are still those of before.
  const laid = useMemo(
    () => (shows.counting.busy || !shows.whole ? null : laidOf(viewsShown(shows), table.shown)),
    [shows, table.shown],
  );
  const { changes, since, seen } = useLook(view, table, laid);
  return (
    <KeptBody {...{ view, name, sentence, shown, show, shows }}>
      {since && changes.length > 0 && <ChangedSince {...{ view, table, changes, since, seen }} />}
    </KeptBody>
  );
}

/** A table of the binder with the readings that are kept with it; it is counted when it comes near. */
export function KeptTable({ view, name, table }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const near = useNear(box);
  return (
    <div ref={box} className={css['kept']}>
      {!near && <Wait>Counted when it comes into sight.</Wait>}
      {near && table.shown.sweep && <KeptSweep key={table.edited} {...{ view, name, table }} />}
      {near && !table.shown.sweep && !table.frozen && <LiveTable key={table.edited} {...{ view, name, table }} />}
      {near && !table.shown.sweep && table.frozen && (
        <FrozenTable key={`${table.edited} ${table.frozen.id}`} {...{ view, name, table }} mark={table.frozen} />
      )}
    </div>
  );
}
