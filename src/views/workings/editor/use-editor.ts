import { useState } from 'react';
import { byId, titleById } from '../../../core/by-id.js';
import type { Code } from '../../../core/codebook/types.js';
import { provable, wrongWith } from '../../../core/recode/check.js';
import type { Recipe } from '../../../core/recode/recipe-shape.js';
import { mapSources, sourcesOf } from '../../../core/recode/sources.js';
import type { RosterVariable } from '../../../api/types.js';
import { ask } from '../../server/ask.js';
import { problemText, type Trouble } from '../../server/problem.js';
import { useDetail } from '../../shell/use-detail.js';
import { useStudyDraft } from '../../shell/use-study-draft.js';
import { lackOf, type WorkingKind, startLabel, startRecipe, viewKind } from '../kinds/registry.js';
import { useKeep } from '../use-keep.js';
import { usePreview } from '../use-preview.js';
import { EDITOR_DRAFT, type EditorDraft, makesMany, plannedOf } from './drafts.js';
import type { EditorProps } from './WorkingEditor.js';

/**
 * The recipe on another variable. What begins with a list of codes begins anew, where nothing of it is in the new list.
 */
function onSource(recipe: Recipe, kind: WorkingKind, variable: RosterVariable, codes: readonly Code[]): Recipe {
  const named =
    recipe.kind === 'flags'
      ? recipe.codes
      : recipe.kind === 'regroup'
        ? [...recipe.groups.flatMap(({ from }) => from), ...recipe.setAside]
        : null;
  const fits = named === null || named.some((code) => codes.some((other) => other.code === code));
  return fits ? mapSources(recipe, () => variable.id) : startRecipe(kind, [variable], codes);
}

/** A working that is being made or changed: its draft, what it would make, and how it is kept. */
export function useEditor({ view, kind: make, working, done }: EditorProps, draftKey: string, initial: EditorDraft) {
  const study = view.study.id;
  const isOfOne = viewKind(make).of === 'one';
  const [draft, put, forget] = useStudyDraft(study, draftKey, initial, EDITOR_DRAFT);
  const [at, show] = useState(0);
  const [refused, setRefused] = useState<Trouble | null>(null);
  const { recipe } = draft;
  const sourceId = isOfOne ? (sourcesOf(recipe)[0] ?? 0) : 0;
  const source = byId(view.variables, sourceId);
  const { detail } = useDetail(study, sourceId);
  const lack = lackOf(recipe);
  const planned = plannedOf(draft, view.variables);
  const several = working === null && makesMany(draft);
  // Of several results one is shown; the recipe itself is what is edited.
  const shown = several ? Math.min(at, planned.length - 1) : 0;
  const result = planned[shown] ?? { recipe, label: draft.label, source };
  const names = view.variables.map(({ name }) => name);
  const proved = provable(result.recipe);
  const isWhole = lack === null && wrongWith(proved, names) === null;
  const previewed = usePreview(study, isWhole ? proved : null, working?.id);
  const shownDetail = useDetail(study, isOfOne ? (sourcesOf(result.recipe)[0] ?? 0) : 0).detail;
  const kept = (label: string) => {
    forget();
    done(label);
  };
  const keeping = useKeep(study, working?.id ?? null, kept, setRefused, draft.since ?? null);
  const change = (next: Recipe) => {
    put({ ...draft, recipe: next });
    setRefused(null);
  };
  const chooseSource = (id: number) => {
    const variable = byId(view.variables, id);
    if (!variable) return;
    const before = source ? startLabel(make, [source]) : '';
    const label = draft.label === before || draft.label === '' ? startLabel(make, [variable]) : draft.label;
    const next = { ...draft, label, targets: draft.targets.filter((other) => other !== id) };
    ask('GET /studies/{study}/variables/{variable}', { study, variable: id }).then(
      ({ codes }) => put({ ...next, recipe: onSource(recipe, make, variable, codes) }),
      (error: unknown) => setRefused(problemText(error)),
    );
  };
  return {
    draft,
    put,
    forget,
    recipe,
    change,
    source,
    chooseSource,
    /** The source close up; null: not known yet, or there are several. */
    detail,
    /** What the recipe has not yet to be one; null: nothing. */
    lack,
    /** What is wrong with it. */
    wrong: lack ?? wrongWith(recipe, names),
    /** All that is made, where it makes several; which of them is shown, with its source. */
    planned,
    several,
    shown,
    show,
    result,
    shownDetail,
    previewed,
    keeping,
    refused,
    setRefused,
    /** Somebody else changed the working since it was opened. */
    changedElsewhere: working !== null && !keeping.busy && draft.edited !== null && draft.edited !== working.edited,
    says: {
      titleOf: (id: number) => titleById(view.variables, id),
      codesOf: (id: number) => (id === detail?.variable.id ? detail.codes : (byId(view.variables, id)?.codes ?? [])),
    },
  };
}

export type Editor = ReturnType<typeof useEditor>;
