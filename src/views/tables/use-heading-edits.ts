import { z } from 'zod';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { RosterVariable, StudyView, Working } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { isAnswer, titleOf } from '../../core/codebook/types.js';
import type { KeptShape } from '../../core/kept-shape.js';
import { codesAfter, type Gesture, gestured, regroupOf } from '../../core/recode/regroup/gestures.js';
import type { Regroup } from '../../core/recode/regroup/shape.js';
import { sourcesOf } from '../../core/recode/sources.js';
import { followedItem, followedCodes } from '../../core/table/edit-nets.js';
import { variablesOf } from '../../core/table/sentence.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import type { Table } from '../../core/table/table.js';
import { change as changeStudy } from '../server/ask.js';
import { type Trouble, troubleOf } from '../server/problem.js';
import { useDraft } from '../shell/use-draft.js';
import { studyNow } from '../shell/use-study.js';
import { canRegroup } from '../workings/kinds/regroup/suits.js';
import type { Handles, Heading, HeadingEdits } from './heading-edits.js';
import { headingsAt, type Place, placeKey, placesOf, variableAt, withVariableAt } from './heading-place.js';
import { withRenamed } from './codes-here.js';
import type { Draft } from './url.js';

/** Variables that gestures made in this browser, each with the one that it took the place of in the sentence. */
type MadeHere = Record<string, number>;
const MADE_HERE: KeptShape<MadeHere> = { version: 1, shape: z.record(z.string(), z.int()) };

interface Wanted {
  study: string;
  view: StudyView | null;
  draft: Draft;
  /** The kept table that is open, which a working made here may stand in. */
  saved: number | null;
  change: (draft: Draft, view?: StudyView) => void;
  /** The table of a block, by its row item and its nest. */
  tableAt: (item: number, nest: number) => Table | null;
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

/** Headings with the categories that the table hides, each behind the one that it stands behind in the codebook. */
function withHidden(headings: readonly Heading[], { codes }: RosterVariable): Heading[] {
  const all = [...headings];
  const answers = codes.filter(isAnswer);
  answers.forEach(({ code, label }, k) => {
    if (all.some((heading) => heading.code === code)) return;
    const before = all.findIndex((heading) => heading.code === answers[k - 1]?.code);
    all.splice(before + 1, 0, { code, label });
  });
  return all;
}

/** The regroup that a gesture changes: that of the variable, or one in which each heading is a group. */
function begun(variable: RosterVariable, working: Working | undefined, headings: readonly Heading[]): Regroup {
  if (working?.recipe.kind === 'regroup') return working.recipe;
  return regroupOf(
    variable.id,
    variable.level === 'unordered' || variable.level === 'multiple' ? 'unordered' : 'ordered',
    withHidden(headings, variable),
  );
}

const workingOf = (view: StudyView, { id }: RosterVariable) =>
  view.workings.find((candidate) => candidate.variable === id);

/** The headings of a place that can be taken in hand; of a regroup those of its groups. */
function handledAt(view: StudyView, variable: RosterVariable, table: Table | null, place: Place): Heading[] {
  if (!table || !canRegroup(variable)) return [];
  const axis = place.side === 'rows' ? table.rows : table.columns;
  // While it is counted anew, the table is still that of another sentence.
  if (!axis || (axis.variable.id !== 0 && axis.variable.id !== variable.id)) return [];
  const recipe = workingOf(view, variable)?.recipe;
  const groups = recipe?.kind === 'regroup' ? new Set(recipe.groups.map(({ code }) => code)) : null;
  return headingsAt(table, place).filter(({ code }) => groups?.has(code) ?? true);
}

/**
 * What gestures on the headings of a table do: they make a regroup of the variable there, and put it into the sentence;
 * further ones change it, as long as nothing else stands on it. Names and nets are of the sentence alone.
 */
export function useHeadingEdits({ study, view, draft, saved, change, tableAt, fail }: Wanted) {
  const [made, setMade] = useDraft<MadeHere>(`hatch-count:${study}:made-in-tables`, {}, MADE_HERE);
  const [open, setOpen] = useState<Handles['open']>(null);
  const [busy, setBusy] = useState(false);

  useEffect(() => {
    const next = view ? givenBack(draft, view, made) : draft;
    if (next !== draft) change(next);
  }, [view, draft, made, change]);

  const act = useCallback(
    async (place: Place, headings: readonly Heading[], gesture: Gesture) => {
      const variable = byId(view?.variables, variableAt(draft, place));
      if (!view || !variable || busy) return;
      const working = workingOf(view, variable);
      const here = working !== undefined && made[variable.id] !== undefined && !isUsed(view, variable.id, saved);
      const before = begun(variable, working, headings);
      const recipe = gestured(before, gesture);
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
        setOpen(null);
        fail(null);
        const next = followed(draft, place, kept.variable, codesAfter(before, gesture));
        if (fresh && JSON.stringify(next) !== JSON.stringify(draft)) change(next, fresh);
      } catch (error) {
        fail(troubleOf(error, () => void act(place, headings, gesture)));
      } finally {
        setBusy(false);
      }
    },
    [study, view, draft, saved, made, busy, setMade, change, fail],
  );

  const edits = useMemo(() => {
    const places = placesOf(draft).flatMap((place) => {
      const variable = byId(view?.variables, variableAt(draft, place));
      if (!view || !variable) return [];
      const table = place.side === 'rows' ? tableAt(place.item, 0) : tableAt(0, place.nest);
      const headings = handledAt(view, variable, table, place);
      if (headings.length === 0) return [];
      const own: HeadingEdits = {
        place,
        title: titleOf(variable),
        headings,
        act: (gesture) => void act(place, headings, gesture),
        listed: new Map(variable.codes.map(({ code, label }) => [code, label])),
        rename: (code, label) => change(withRenamed(draft, variable, code, label)),
        nets: place.side === 'rows' ? netsOf(draft, place.item, change) : null,
      };
      return [[placeKey(place), own] as const];
    });
    return new Map(places);
  }, [view, draft, tableAt, act, change]);

  /** Workings in the sentence that were made by gestures, with what each took the place of. */
  const standing = placesOf(draft).flatMap((place) => {
    const variable = byId(view?.variables, variableAt(draft, place));
    const before = byId(view?.variables, made[variable?.id ?? 0]);
    return variable && before && variable.workingId !== null
      ? [{ place: placeKey(place), variable, before, back: () => change(withVariableAt(draft, place, before.id)) }]
      : [];
  });
  const handles = useMemo((): Handles => ({ edits, open, setOpen }), [edits, open]);
  return { handles, standing };
}

/** What was made here and undone gives its place back to what it was made of. */
function givenBack(draft: Draft, { variables }: StudyView, made: MadeHere): Draft {
  const ids = new Set(variables.map(({ id }) => id));
  return placesOf(draft).reduce((so, place) => {
    const id = variableAt(so, place);
    const before = id === null || ids.has(id) ? undefined : made[id];
    return before === undefined ? so : withVariableAt(so, place, before);
  }, draft);
}

/** A sentence once the categories of a place became those of another variable: nets and names go along. */
function followed(draft: Draft, place: Place, variable: number, became: ReadonlyMap<string, string>): Draft {
  const from = variableAt(draft, place);
  const row = place.side === 'rows' ? draft.rows[place.item] : undefined;
  const codes = draft.codes && from !== null ? followedCodes(draft.codes, from, variable, became) : undefined;
  const next = { ...withVariableAt(draft, place, variable), ...(codes ? { codes } : {}) };
  if (!row || place.side !== 'rows') return next;
  return { ...next, rows: next.rows.map((own, k) => (k === place.item ? followedItem(row, variable, became) : own)) };
}

/** The nets of a row item, and how they are changed. */
function netsOf(draft: Draft, item: number, change: (draft: Draft) => void): HeadingEdits['nets'] {
  return {
    of: draft.rows[item]?.nets ?? [],
    change: (nets) =>
      change({
        ...draft,
        rows: draft.rows.map((row, k) => (k === item ? { ...row, nets: nets.length > 0 ? nets : undefined } : row)),
      }),
  };
}
