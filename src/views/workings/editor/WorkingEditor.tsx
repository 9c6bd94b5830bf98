import { useState } from 'react';
import type { StudyView, Working } from '../../../api/types.js';
import { byId } from '../../../core/by-id.js';
import { titleOf } from '../../../core/codebook/types.js';
import { patternOf } from '../../../core/recode/apply.js';
import { sayRecipe } from '../../../core/recode/say.js';
import { withSourceLabels } from '../../../core/recode/source-labels.js';
import { sourcesOf } from '../../../core/recode/sources.js';
import { Middle } from '../../../kit/EditorShell.js';
import { Button, Problem, Wait } from '../../../kit/kit.js';
import { seenRevision } from '../../server/seen.js';
import { useAnswer } from '../../server/use-answer.js';
import { useDetail } from '../../shell/use-detail.js';
import { type WorkingKind, startLabel, startRecipe, viewKind } from '../kinds/registry.js';
import { ApplyPanel, NamesPanel } from './ApplyPanel.js';
import type { EditorDraft } from './drafts.js';
import { EditorAside } from './EditorAside.js';
import { EditorResult } from './EditorResult.js';
import { EditorTitle } from './EditorTitle.js';
import { BothChanges } from './BothChanges.js';
import { useEditor } from './use-editor.js';
import css from '../workings.module.css';

export interface EditorProps {
  view: StudyView;
  kind: WorkingKind;
  /** Variables that a new working begins with. */
  of: number[];
  /** Numbers that are read have a decimal comma. */
  comma?: boolean | undefined;
  /** The working that is changed; null: a new one. */
  working: Working | null;
  /** The entry of the ledger in which it is changed; what follows is replayed. */
  entry?: number | undefined;
  /** The working that a new one begins as. */
  like: Working | null;
  done: (label: string) => void;
  leave: () => void;
  remove: (() => void) | null;
  copy: (() => void) | null;
}

/** Makes or changes a working: its recipe, its proof beside it, what stands before and after. */
export function WorkingEditor(props: EditorProps) {
  const { view, kind, of, working, like } = props;
  const model = working ?? like;
  const first = model ? (sourcesOf(model.recipe)[0] ?? 0) : (of[0] ?? 0);
  const { detail, problem } = useDetail(view.study.id, viewKind(kind).of === 'one' ? first : 0);
  if (problem) return <Problem {...problem} />;
  if (first !== 0 && viewKind(kind).of === 'one' && !detail) return <Wait>Counting…</Wait>;
  const sources = of.flatMap((id) => byId(view.variables, id) ?? []);
  const codes = (detail?.codes ?? []).map(({ code, label, missing }) => ({ code, label, missing }));
  const made = byId(view.variables, model?.variable);
  const label = working ? (made?.label ?? '') : made ? `${titleOf(made)}, copied` : startLabel(kind, sources);
  const name = working ? (made?.name ?? '') : '';
  const recipe = model
    ? withSourceLabels(model.recipe, view.variables)
    : startRecipe(kind, sources, codes, props.comma);
  const source = byId(view.variables, first);
  const pattern = label === '' || !source ? '' : patternOf(label, titleOf(source), 'label');
  const initial: EditorDraft = {
    label,
    name,
    recipe,
    each: kind === 'flags',
    targets: [],
    place: 0,
    labels: kind === 'flags' ? '{label}: {category}' : pattern,
    names: kind === 'flags' ? '{name}_{category}' : '{name}_2',
    standsIn: (working?.standsIn ?? null) !== null,
    since: seenRevision(view.study.id),
    edited: working?.edited ?? null,
  };
  if (working && props.entry !== undefined) return <OfEntry {...props} entry={props.entry} initial={initial} />;
  const key = `working:${working ? working.id : `new ${kind} ${like ? `like ${like.id}` : of.join(' ')}`}`;
  return <Opened key={key} {...props} draftKey={key} initial={initial} />;
}

/** A working as an entry of the ledger made it. */
function OfEntry(props: EditorProps & { entry: number; initial: EditorDraft }) {
  const { view, working, entry, initial } = props;
  const { answer, problem } = useAnswer('GET /studies/{study}/ledger/{entry}', { study: view.study.id, entry });
  if (problem && !answer) return <Problem {...problem} />;
  if (!answer) return <Wait>Looking…</Wait>;
  const recipe = answer.lines.find(({ of, id }) => of === 'working' && id === working?.id)?.recipe;
  if (!recipe) {
    const detail = `The entry ${entry} of the ledger made no recipe of this working.`;
    return <Problem detail={detail} mend="Choose one in the ledger." />;
  }
  const key = `ledger-entry:${entry}`;
  return <Opened {...props} draftKey={key} initial={{ ...initial, recipe, edited: null }} />;
}

function Opened(props: EditorProps & { draftKey: string; initial: EditorDraft }) {
  const { view, kind, working, entry, like, draftKey, initial } = props;
  const study = view.study.id;
  const editor = useEditor(props, draftKey, initial);
  const { draft, put, forget, recipe, change, source, detail, lack, previewed, refused, setRefused } = editor;
  const { preview, problem, dismiss } = previewed;
  const [applying, setApplying] = useState(like !== null && draft.targets.length > 0);
  const { Body } = viewKind(kind);
  return (
    <>
      <Middle>
        <EditorTitle view={view} kind={kind} entry={entry} editor={editor}>
          {working === null && lack === null && kind !== 'gather' && kind !== 'slots' && kind !== 'theme' && (
            <Button aria-expanded={applying} onClick={() => setApplying(!applying)}>
              apply to more…
            </Button>
          )}
        </EditorTitle>
        {entry !== undefined && (
          <p className={css['hint']} role="status">
            As entry {entry} of the ledger made it. When you keep the change, what follows it in the ledger is replayed.
          </p>
        )}
        {working && editor.changedElsewhere && (
          <BothChanges
            line={sayRecipe(working.recipe, editor.says)}
            theirs={() => {
              forget();
              put({ ...initial });
            }}
            mine={() => put({ ...draft, since: seenRevision(study), edited: working.edited })}
          />
        )}
        {refused && <Problem {...refused} dismiss={() => setRefused(null)} />}
        {problem && <Problem {...problem} dismiss={() => dismiss()} />}
        <Body
          view={view}
          recipe={recipe}
          change={change}
          previewed={previewed}
          source={source}
          detail={detail}
          isNew={working === null}
          working={working}
        />
        {recipe.kind === 'flags' && working === null && recipe.codes.length > 1 && (
          <label className={css['tick']}>
            <input
              type="checkbox"
              checked={draft.each}
              onChange={(event) => put({ ...draft, each: event.target.checked })}
            />{' '}
            a variable for each of them, not one for all together
          </label>
        )}
        {applying && <ApplyPanel view={view} draft={draft} change={put} />}
        {editor.several && (
          <NamesPanel
            study={study}
            draft={draft}
            change={put}
            planned={editor.planned}
            taken={new Set(view.variables.map(({ name }) => name))}
            shown={editor.shown}
            show={editor.show}
          />
        )}
        {preview && <EditorResult view={view} kind={kind} editor={editor} preview={preview} />}
      </Middle>
      <EditorAside {...props} editor={editor} />
    </>
  );
}
