import { byId } from '../../core/by-id.js';
import { z } from 'zod';
import { useCallback, useEffect, useState } from 'react';
import type { RosterVariable, StudyView, Working } from '../../api/types.js';
import { titleOf } from '../../core/codebook/types.js';
import { type Gesture, gestured, regroupOf } from '../../core/recode/regroup/gestures.js';
import { sourcesOf } from '../../core/recode/sources.js';
import type { Regroup } from '../../core/recode/regroup/shape.js';
import { variablesOf } from '../../core/table/sentence.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { soleOn, withSole } from './draft.js';
import type { TableAxis } from '../../core/table/table.js';
import { change as changeStudy } from '../server/ask.js';
import { type Trouble, troubleOf } from '../server/problem.js';
import { studyNow } from '../shell/use-study.js';
import type { KeptShape } from '../../core/kept-shape.js';
import { useDraft } from '../shell/use-draft.js';
import { canRegroup } from '../workings/kinds/regroup/suits.js';
import type { HeadingEdits, Side } from './heading-edits.js';
import type { Draft } from './url.js';

/** Variables that gestures made in this browser, each with the one that it took the place of in the sentence. */
type MadeHere = Record<string, number>;
const MADE_HERE: KeptShape<MadeHere> = { version: 1, shape: z.record(z.string(), z.int()) };

const SIDES = ['rows', 'by'] as const;

interface Wanted {
  study: string;
  view: StudyView | null;
  draft: Draft;
  /** The kept table that is open, which a working made here may stand in. */
  saved: number | null;
  change: (draft: Draft, view?: StudyView) => void;
  axes: Record<Side, TableAxis | null>;
  fail: (trouble: Trouble | null) => void;
}

/** Whether something else than the open table stands on a variable. */
function isUsed(view: StudyView, variable: number, saved: number | null): boolean {
  const inWorking = view.workings.some(({ recipe }) => sourcesOf(recipe).includes(variable));
  return (
    inWorking ||
    view.tables.some(({ id, sentence }) => id !== saved && variablesOf(sentenceOfBody(sentence)).includes(variable))
  );
}

/** The regroup that a gesture changes: that of the variable, or one in which each heading is a group. */
function begun(variable: RosterVariable, working: Working | undefined, axis: TableAxis): Regroup {
  if (working?.recipe.kind === 'regroup') return working.recipe;
  const headings = axis.categories.flatMap(({ code, label, kind }) =>
    kind === 'answer' || kind === 'option' ? [{ code, label }] : [],
  );
  return regroupOf(
    variable.id,
    variable.level === 'unordered' || variable.level === 'multiple' ? 'unordered' : 'ordered',
    headings,
  );
}

/**
 * What gestures on the headings of a table do: they make a regroup of the variable there, and put it into the sentence;
 * further ones change it, as long as nothing else stands on it.
 */
export function useHeadingEdits({ study, view, draft, saved, change, axes, fail }: Wanted) {
  const [made, setMade] = useDraft<MadeHere>(`hatch-count:${study}:made-in-tables`, {}, MADE_HERE);
  const [opened, setOpened] = useState<{ side: Side; code: string } | null>(null);
  const [busy, setBusy] = useState(false);

  // What was made here and undone gives its place back to what it was made of.
  useEffect(() => {
    if (!view) return;
    const ids = new Set(view.variables.map(({ id }) => id));
    const next = SIDES.reduce((so, side) => {
      const id = soleOn(so, side);
      const before = id === null || ids.has(id) ? undefined : made[id];
      return before === undefined ? so : withSole(so, side, before);
    }, draft);
    if (next !== draft) change(next);
  }, [view, draft, made, change]);

  const act = useCallback(
    async (side: Side, axis: TableAxis, gesture: Gesture) => {
      const variable = byId(view?.variables, soleOn(draft, side));
      if (!view || !variable || busy) return;
      const working = view.workings.find((candidate) => candidate.variable === variable.id);
      const here = working !== undefined && made[variable.id] !== undefined && !isUsed(view, variable.id, saved);
      const recipe = gestured(begun(variable, working, axis), gesture);
      setBusy(true);
      try {
        const kept = here
          ? await changeStudy('PUT /studies/{study}/workings/{working}', {
              study,
              working: working.id,
              body: { name: '', label: variable.label, recipe },
            })
          : await changeStudy('POST /studies/{study}/workings', {
              study,
              body: { name: '', label: `${titleOf(variable)}, regrouped`, recipe },
            });
        setMade({ ...made, [kept.variable]: made[variable.id] ?? variable.id });
        const fresh = studyNow(study);
        setOpened(null);
        fail(null);
        if (fresh && kept.variable !== variable.id) change(withSole(draft, side, kept.variable), fresh);
      } catch (error) {
        fail(troubleOf(error, () => void act(side, axis, gesture)));
      } finally {
        setBusy(false);
      }
    },
    [study, view, draft, saved, made, busy, setMade, change, fail],
  );

  const editsOf = (side: Side): HeadingEdits | null => {
    const axis = axes[side];
    const variable = byId(view?.variables, soleOn(draft, side));
    if (!axis || !variable || axis.variable.id !== variable.id || !canRegroup(variable)) return null;
    const working = view?.workings.find((candidate) => candidate.variable === variable.id);
    const groups = working?.recipe.kind === 'regroup' ? new Set(working.recipe.groups.map(({ code }) => code)) : null;
    return {
      act: (gesture) => void act(side, axis, gesture),
      open: opened?.side === side ? opened.code : null,
      setOpen: (code) => setOpened(code === null ? null : { side, code }),
      headings: axis.categories.filter(
        ({ code, kind }) => (kind === 'answer' || kind === 'option') && (groups?.has(code) ?? true),
      ),
    };
  };

  /** Workings in the sentence that were made by gestures, with what each took the place of. */
  const standing = SIDES.flatMap((side) => {
    const variable = byId(view?.variables, soleOn(draft, side));
    const before = byId(view?.variables, made[variable?.id ?? 0]);
    return variable && before && variable.workingId !== null
      ? [{ side, variable, before, back: () => change(withSole(draft, side, before.id)) }]
      : [];
  });
  return { headingEdits: { rows: editsOf('rows'), by: editsOf('by') }, standing };
}
