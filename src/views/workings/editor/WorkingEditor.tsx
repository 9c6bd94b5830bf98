import { byId, titleById } from '../../../core/by-id.js';
import { useState } from 'react';
import type { RosterVariable, StudyView, Working } from '../../../api/types.js';
import { type Code, titleOf } from '../../../core/codebook/types.js';
import { MOST_AT_ONCE, patternOf, sayTooMany } from '../../../core/recode/apply.js';
import { provable, wrongWith } from '../../../core/recode/check.js';
import { sayRecipe, verbOf } from '../../../core/recode/say.js';
import { withSourceLabels } from '../../../core/recode/source-labels.js';
import { mapSources, sourcesOf } from '../../../core/recode/sources.js';
import type { Recipe } from '../../../core/recode/recipe-shape.js';
import { Button, Problem, Wait } from '../../../kit/kit.js';
import { ask } from '../../server/ask.js';
import { problemText, type Trouble } from '../../server/problem.js';
import { seenRevision } from '../../server/seen.js';
import { useAnswer } from '../../server/use-answer.js';
import { Panel, Said } from '../../../kit/Panel.js';
import { useStudyDraft } from '../../shell/use-study-draft.js';
import { Aside, Middle } from '../../../kit/EditorShell.js';
import { lackOf, type Make, viewKind, viewKindOf, startLabel, startRecipe, suits } from '../kinds/registry.js';
import { KeepPanel } from '../KeepPanel.js';
import { OldAgainstNew } from '../OldAgainstNew.js';
import { ProofPane } from '../ProofPane.js';
import { useDetail } from '../../shell/use-detail.js';
import { useKeep } from '../use-keep.js';
import { usePreview } from '../use-preview.js';
import { ApplyPanel, NamesPanel } from './ApplyPanel.js';
import { BeforeAfter } from './BeforeAfter.js';
import { canStandIn, draftOf, type EditorDraft, EDITOR_DRAFT, makesMany, plannedOf } from './drafts.js';
import { Meanwhile } from './Meanwhile.js';
import { Reliability } from './Reliability.js';
import { SourceSlot } from './SourceSlot.js';
import { StandIn } from './StandIn.js';
import { UsedBy } from './UsedBy.js';
import css from '../workings.module.css';

export interface EditorProps {
  view: StudyView;
  make: Make;
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
  const { view, make, of, working, like } = props;
  const model = working ?? like;
  const first = model ? (sourcesOf(model.recipe)[0] ?? 0) : (of[0] ?? 0);
  const { detail, problem } = useDetail(view.study.id, viewKind(make).of === 'one' ? first : 0);
  if (problem) return <Problem {...problem} />;
  if (first !== 0 && viewKind(make).of === 'one' && !detail) return <Wait>Counting…</Wait>;
  const sources = of.flatMap((id) => byId(view.variables, id) ?? []);
  const codes = (detail?.codes ?? []).map(({ code, label, missing }) => ({ code, label, missing }));
  const made = byId(view.variables, model?.variable);
  const label = working ? (made?.label ?? '') : made ? `${titleOf(made)}, copied` : startLabel(make, sources);
  const name = working ? (made?.name ?? '') : '';
  const recipe = model
    ? withSourceLabels(model.recipe, view.variables)
    : startRecipe(make, sources, codes, props.comma);
  const source = byId(view.variables, first);
  const pattern = label === '' || !source ? '' : patternOf(label, titleOf(source), 'label');
  const initial: EditorDraft = {
    label,
    name,
    recipe,
    each: make === 'flags',
    targets: [],
    place: 0,
    labels: make === 'flags' ? '{label}: {category}' : pattern,
    names: make === 'flags' ? '{name}_{category}' : '{name}_2',
    standsIn: (working?.standsIn ?? null) !== null,
    since: seenRevision(view.study.id),
    edited: working?.edited ?? null,
  };
  if (working && props.entry !== undefined) return <OfEntry {...props} entry={props.entry} initial={initial} />;
  const key = `working:${working ? working.id : `new ${make} ${like ? `like ${like.id}` : of.join(' ')}`}`;
  return <Opened key={key} {...props} draftKey={key} initial={initial} />;
}

/** A working as an entry of the ledger made it. */
function OfEntry(props: EditorProps & { entry: number; initial: EditorDraft }) {
  const { view, working, entry, initial } = props;
  const { answer, problem } = useAnswer('GET /studies/{study}/ledger/{entry}', { study: view.study.id, entry });
  if (problem) return <Problem {...problem} />;
  if (!answer) return <Wait>Looking…</Wait>;
  const recipe = answer.lines.find(({ of, id }) => of === 'working' && id === working?.id)?.recipe;
  if (!recipe) {
    const detail = `The entry ${entry} of the ledger made no recipe of this working.`;
    return <Problem detail={detail} mend="Choose one in the ledger." />;
  }
  const key = `ledger-entry:${entry}`;
  return <Opened {...props} draftKey={key} initial={{ ...initial, recipe, edited: null }} />;
}

/** How the variables that a recipe stands on are called in its title. */
function sourcesInTitle(recipe: Recipe, view: StudyView): string {
  const ids = sourcesOf(recipe);
  const titles = ids.flatMap((id) => {
    const variable = byId(view.variables, id);
    return variable ? [titleOf(variable)] : [];
  });
  if (recipe.kind === 'gather')
    return recipe.items.length === 0 ? 'columns, chosen below' : `${recipe.items.length} columns`;
  if (recipe.kind === 'slots') return ids.length === 0 ? 'slots, chosen below' : `${ids.length} slots`;
  if (titles.length === 0) return `${viewKindOf(recipe).sources}, chosen below`;
  return titles.length <= 2 ? titles.join(', ') : `${titles.length} ${recipe.kind === 'score' ? 'items' : 'variables'}`;
}

/**
 * The recipe on another variable. What begins with a list of codes begins anew, where nothing of it is in the new list.
 */
function onSource(recipe: Recipe, make: Make, variable: RosterVariable, codes: readonly Code[]): Recipe {
  const named =
    recipe.kind === 'flags'
      ? recipe.codes
      : recipe.kind === 'regroup'
        ? [...recipe.groups.flatMap(({ from }) => from), ...recipe.setAside]
        : null;
  const fits = named === null || named.some((code) => codes.some((other) => other.code === code));
  return fits ? mapSources(recipe, () => variable.id) : startRecipe(make, [variable], codes);
}

const LABEL_OF: Partial<Record<string, string>> = { question: 'Label of the question', number: 'Label of the number' };

function Opened({
  view,
  make,
  working,
  entry,
  like,
  done,
  leave,
  remove,
  copy,
  draftKey,
  initial,
}: EditorProps & { draftKey: string; initial: EditorDraft }) {
  const study = view.study.id;
  const words = viewKind(make);
  const [draft, put, forget] = useStudyDraft(study, draftKey, initial, EDITOR_DRAFT);
  const [at, setShown] = useState(0);
  const [applying, setApplying] = useState(like !== null && draft.targets.length > 0);
  const { recipe } = draft;
  const one = words.of === 'one' ? (sourcesOf(recipe)[0] ?? 0) : 0;
  const source = byId(view.variables, one);
  const { detail } = useDetail(study, one);
  const lack = lackOf(recipe);
  const planned = plannedOf(draft, view.variables);
  const many = working === null && makesMany(draft);
  // Of several results one is shown; the recipe itself is what is edited.
  const shown = many ? Math.min(at, planned.length - 1) : 0;
  const result = planned[shown] ?? { recipe, label: draft.label, source };
  const tooMany = planned.length > MOST_AT_ONCE;
  const names = view.variables.map(({ name }) => name);
  const wrong = lack ?? wrongWith(recipe, names);
  const proved = provable(result.recipe);
  const previewed = usePreview(study, lack === null && wrongWith(proved, names) === null ? proved : null);
  const shownDetail = useDetail(study, words.of === 'one' ? (sourcesOf(result.recipe)[0] ?? 0) : 0).detail;
  const { preview, fresh, problem, dismiss } = previewed;
  const [refused, setRefused] = useState<Trouble | null>(null);
  const kept = (label: string) => {
    forget();
    done(label);
  };
  const keeping = useKeep(study, working?.id ?? null, kept, setRefused, draft.since ?? null);
  const meanwhile = working !== null && !keeping.busy && draft.edited !== null && draft.edited !== working.edited;
  const labelled = many ? planned.every(({ label }) => label.trim() !== '') : draft.label.trim() !== '';
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
  const title = (id: number) => titleById(view.variables, id);
  const codesOf = (id: number) => (id === detail?.variable.id ? detail.codes : (byId(view.variables, id)?.codes ?? []));
  return (
    <>
      <Middle>
        <h1 className={css['title']}>
          <input
            aria-label={LABEL_OF[words.noun] ?? 'Label of the new variable'}
            placeholder={`a label for the ${words.noun === 'question' ? 'question' : 'new variable'}`}
            value={draft.label}
            readOnly={entry !== undefined}
            onChange={(event) => put({ ...draft, label: event.target.value })}
          />
          <i>{verbOf(recipe)}</i>
          {words.of === 'one' ? (
            <SourceSlot
              variables={view.variables.filter((other) => suits(make, other))}
              chosen={source}
              what={words.sources}
              choose={chooseSource}
            />
          ) : (
            <span className={css['sources']}>{sourcesInTitle(recipe, view)}</span>
          )}
          {working === null && lack === null && make !== 'gather' && make !== 'slots' && (
            <Button aria-expanded={applying} onClick={() => setApplying(!applying)}>
              apply to more…
            </Button>
          )}
        </h1>
        {entry !== undefined && (
          <p className={css['hint']} role="status">
            As entry {entry} of the ledger made it. When you keep the change, what follows it in the ledger is replayed.
          </p>
        )}
        {meanwhile && (
          <Meanwhile
            line={sayRecipe(working.recipe, { titleOf: title, codesOf })}
            theirs={() => {
              forget();
              put({ ...initial });
            }}
            mine={() => put({ ...draft, since: seenRevision(study), edited: working.edited })}
          />
        )}
        {refused && <Problem {...refused} dismiss={() => setRefused(null)} />}
        {problem && <Problem {...problem} dismiss={() => dismiss()} />}
        <words.Body
          view={view}
          recipe={recipe}
          change={change}
          previewed={previewed}
          source={source}
          detail={detail}
          isNew={working === null}
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
        {many && (
          <NamesPanel
            study={study}
            draft={draft}
            change={put}
            planned={planned}
            taken={new Set(view.variables.map(({ name }) => name))}
            shown={shown}
            show={setShown}
          />
        )}
        {preview && (
          <section className={css['section']}>
            <h2>
              Before and after<small>{many ? `of ${result.label}` : 'frequencies'}</small>
            </h2>
            <BeforeAfter
              source={result.source}
              detail={shownDetail}
              label={result.label}
              preview={preview}
              respondents={view.study.respondents}
            />
          </section>
        )}
        {preview && (
          <section className={css['section']}>
            <h2>
              {make === 'gather' || make === 'slots' ? 'Columns against the question' : 'Old against new'}
              <small>respondents</small>
            </h2>
            <OldAgainstNew proof={preview.proof} totals={!['gather', 'slots', 'combine'].includes(make)} />
          </section>
        )}
      </Middle>
      <Aside label="Proof and recipe">
        <ProofPane proof={preview?.proof ?? null} fresh={fresh} respondents={view.study.respondents}>
          {preview?.proof.reliability && <Reliability reliability={preview.proof.reliability} />}
          {lack === null && (
            <Panel title="The recipe in a line">
              <Said>{sayRecipe(result.recipe, { titleOf: title, codesOf })}</Said>
            </Panel>
          )}
          {entry === undefined && canStandIn(recipe) && lack === null && (
            <StandIn
              view={view}
              working={working}
              recipes={many ? planned.map(({ recipe: own }) => own) : [recipe]}
              made={preview}
              on={draft.standsIn}
              put={(standsIn) => put({ ...draft, standsIn })}
            />
          )}
          {working && <UsedBy view={view} variable={working.variable} />}
          <KeepPanel
            noun={entry !== undefined ? 'entry' : many ? `${planned.length} variables` : words.noun}
            isNew={working === null}
            name={many || entry !== undefined ? null : draft.name}
            setName={(name) => put({ ...draft, name })}
            fails={preview !== null && !preview.proof.holds}
            wrong={tooMany ? sayTooMany(planned.length) : lack === null ? wrong : null}
            hint={
              lack ??
              (labelled
                ? null
                : many
                  ? 'Every label must say something: change the pattern.'
                  : `Give the ${words.noun} a label, at the top.`)
            }
            busy={keeping.busy}
            progress={keeping.progress}
            ready={!keeping.busy && !tooMany && wrong === null && labelled && preview !== null}
            keep={() =>
              entry !== undefined
                ? keeping.amend(entry, { name: '', label: draft.label, recipe })
                : many
                  ? keeping.keepAll(planned.map(draftOf))
                  : keeping.keep({
                      name: draft.name,
                      label: draft.label,
                      recipe,
                      ...(canStandIn(recipe) ? { standsIn: draft.standsIn } : {}),
                    })
            }
            leave={() => {
              forget();
              leave();
            }}
            remove={entry === undefined ? remove : null}
            copy={entry === undefined ? copy : null}
          />
        </ProofPane>
      </Aside>
    </>
  );
}
