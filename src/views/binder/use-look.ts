import { useEffect, useMemo } from 'react';
import type { StudyView } from '../../api/types.js';
import { type ChangedFigure, changedFigures, figuresRead, type Look, LookShape } from '../../core/binder/look.js';
import type { KeptShape } from '../../core/kept-shape.js';
import type { Shown } from '../../core/table/shown-shape.js';
import { asOnScreen } from '../../core/view/as-on-screen.js';
import type { LaidOut } from '../../core/view/laid-cell.js';
import { laidOut } from '../../core/view/laid-out.js';
import type { TableView } from '../../core/view/types.js';
import { useDraft } from '../shell/use-draft.js';

const LOOK: KeptShape<Look | null> = { version: 2, shape: LookShape.nullable() };

/** Of a table with more figures it is not kept what it showed. */
const MOST_FIGURES = 5000;

interface Looked {
  /** What is another than when it was looked at last. */
  changes: readonly ChangedFigure[];
  /** The look that they are held against. */
  since: Look | null;
  /** From here on it is held against what it shows now. */
  seen: () => void;
}

/** Tables as they are read, cell by cell. */
export const laidOf = (views: readonly TableView[], shown: Shown): LaidOut[] =>
  views.flatMap((view) => laidOut(view, shown, asOnScreen));

/** What a table asks for and shows, whether it stands as a table or as its picture. */
const askedAs = ({ sentence, shown }: StudyView['tables'][number]): string =>
  JSON.stringify([sentence, { ...shown, handed: undefined }]);

/**
 * What a kept table showed when somebody looked at it in this browser, against what it shows now. The first look, and
 * one at a table that was itself changed, is where the comparison begins.
 * @param laid it as it is read, cell by cell; null while it is counted
 */
export function useLook(
  { study }: StudyView,
  table: StudyView['tables'][number],
  laid: readonly LaidOut[] | null,
): Looked {
  const [look, put] = useDraft<Look | null>(`hatch-count:${study.id}:look:${table.id}`, null, LOOK);
  const of = askedAs(table);
  const figures = useMemo(() => laid && figuresRead(laid), [laid]);
  const { revision } = study;
  const isKept = figures !== null && figures.length <= MOST_FIGURES;
  const begins = isKept && look?.of !== of;
  const now = useMemo(
    (): Look => ({ of, revision, at: new Date().toISOString(), figures: figures ?? [] }),
    [of, revision, figures],
  );
  useEffect(() => {
    if (begins) put(now);
  }, [begins, now, put]);
  const changes = useMemo(
    () => (isKept && !begins && look ? changedFigures(look.figures, figures) : []),
    [isKept, begins, look, figures],
  );
  return { changes, since: look, seen: () => put(now) };
}
