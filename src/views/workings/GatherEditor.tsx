import { useMemo, useState } from 'react';
import type { RosterVariable, StudyView, WorkingDraft } from '../../api/types.js';
import { isAnswer, titleOf } from '../../core/codebook/types.js';
import { Button, Field, Problem } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { matches } from '../../kit/Picker.js';
import { metaOf } from '../roster/words.js';
import { useDraft } from '../shell/use-draft.js';
import bench from '../shell/workbench.module.css';
import { KeepPanel } from './KeepPanel.js';
import { optionLabels } from './option-labels.js';
import { OldAgainstNew } from './OldAgainstNew.js';
import { ProofPane } from './ProofPane.js';
import { useKeep } from './use-keep.js';
import { usePreview } from './use-preview.js';
import css from './workings.module.css';
import { peekAt } from '../peek/Peek.js';

interface Draft {
  label: string;
  name: string;
  /** With the code that means ticked, where columns differ in it. */
  columns: { source: number; label: string; ticked?: string | undefined }[];
  /** The code that means ticked in all columns that have none of their own. */
  ticked: string;
  none: number | null;
}

function isDraft(value: unknown): value is Draft {
  if (typeof value !== 'object' || value === null) return false;
  const { label, columns, ticked } = value as Partial<Draft>;
  return typeof label === 'string' && Array.isArray(columns) && typeof ticked === 'string';
}

/** A column can be an option where it holds few codes. */
function suits(variable: RosterVariable): boolean {
  return (
    variable.countable &&
    variable.workingId === null &&
    variable.picture.is === 'bars' &&
    variable.picture.bars.length <= 3
  );
}

interface Props {
  view: StudyView;
  working: number | null;
  done: (label: string) => void;
  leave: () => void;
  remove: (() => void) | null;
}

/** Whether the columns of a question differ in the code that means ticked. */
function differ(recipe: StudyView['workings'][number]['recipe']): boolean {
  return recipe.kind === 'gather' && new Set(recipe.items.map(({ ticked }) => ticked)).size > 1;
}

function draftOf(view: StudyView, working: number | null): Draft {
  const kept = view.workings.find(({ id }) => id === working);
  const made = view.variables.find(({ id }) => id === kept?.variable);
  if (kept?.recipe.kind !== 'gather' || !made) return { label: '', name: '', columns: [], ticked: '', none: null };
  return {
    label: made.label,
    name: made.name,
    columns: kept.recipe.items.map(({ source, label, ticked }) => ({ source, label, ...(differ(kept.recipe) ? { ticked } : {}) })), // prettier-ignore
    ticked: differ(kept.recipe) ? '' : (kept.recipe.items[0]?.ticked ?? ''),
    none: kept.recipe.none?.source ?? null,
  };
}

function recipeOf(draft: Draft): Extract<WorkingDraft['recipe'], { kind: 'gather' }> {
  return {
    kind: 'gather',
    items: draft.columns.map(({ source, label, ticked }) => ({ source, label, ticked: ticked ?? draft.ticked })),
    none: draft.none === null ? null : { source: draft.none, label: 'None of these', ticked: draft.ticked },
  };
}

/** Declares one multiple-response question over several yes/no columns, by naming the code that means ticked. */
export function GatherEditor({ view, working, done, leave, remove }: Props) {
  const [draft, put, forget] = useDraft(
    `hatch-count:${view.study.id}:gather:${working ?? 'new'}`,
    draftOf(view, working),
    isDraft,
  );
  const [search, setSearch] = useState('');
  const study = view.study.id;
  const candidates = useMemo(() => view.variables.filter(suits), [view]);
  const chosen = new Set(draft.columns.map(({ source }) => source));
  const shown = candidates.filter((variable) =>
    matches(`${variable.name} ${titleOf(variable)} ${variable.question}`, search),
  );
  const columns = candidates.filter(({ id }) => chosen.has(id) || id === draft.none);

  // Codes that the chosen columns hold, and in how many of them.
  const codes = useMemo(() => {
    const found = new Map<string, { labels: string[]; columns: number }>();
    for (const variable of columns) {
      for (const { code, label } of variable.codes.filter(isAnswer)) {
        const known = found.get(code);
        const labels = known?.labels ?? [];
        found.set(code, {
          labels: labels.includes(label) ? labels : [...labels, label],
          columns: (known?.columns ?? 0) + 1,
        });
      }
    }
    return [...found];
  }, [columns]);

  const complete = draft.columns.length >= 2 && draft.columns.every(({ ticked }) => (ticked ?? draft.ticked) !== '');
  const { preview, problem, setProblem } = usePreview(study, complete ? recipeOf(draft) : null);

  const setColumns = (ids: readonly number[]) => {
    const variables = ids.flatMap((id) => candidates.find((variable) => variable.id === id) ?? []);
    const labels = optionLabels(variables.map(titleOf));
    put({
      ...draft,
      columns: variables.map(({ id }, k) => ({
        source: id,
        ticked: draft.columns.find((column) => column.source === id)?.ticked,
        // A label that was typed stays; one that was worked out follows the selection.
        label:
          draft.columns.find((column) => column.source === id && !labelsBefore.has(column.label))?.label ??
          labels[k] ??
          '',
      })),
      none: draft.none !== null && ids.includes(draft.none) ? null : draft.none,
    });
  };
  const labelsBefore = new Set(
    optionLabels(
      draft.columns.map(({ source }) => titleOf(candidates.find(({ id }) => id === source) ?? { name: '', label: '' })),
    ),
  );
  const toggle = (id: number, on: boolean) =>
    setColumns(candidates.map((variable) => variable.id).filter((one) => (one === id ? on : chosen.has(one))));
  const kept = (label: string) => {
    forget();
    done(label);
  };
  const keeping = useKeep(study, working, kept, setProblem);
  const keep = () => {
    keeping.keep({ name: draft.name, label: draft.label, recipe: recipeOf(draft) });
  };
  return (
    <>
      <div className={bench['middle']}>
        <h1 className={css['title']}>
          <input
            aria-label="Label of the question"
            placeholder="a label for the question"
            value={draft.label}
            onChange={(event) => put({ ...draft, label: event.target.value })}
          />
          <i>gathers</i>
          <span className={css['source']}>
            {draft.columns.length === 0 ? 'columns, chosen below' : `${draft.columns.length} columns`}
          </span>
        </h1>
        {problem && <Problem {...problem} dismiss={() => setProblem(null)} />}
        <section className={css['section']}>
          <h2>
            Columns, one for each option
            <small>those with two or three codes</small>
          </h2>
          <div className={css['row']}>
            <Field label="Find columns">
              <input
                className={kit['input']}
                type="search"
                value={search}
                placeholder="grow"
                onChange={(event) => setSearch(event.target.value)}
              />
            </Field>
            <Button
              onClick={() =>
                setColumns(
                  candidates
                    .map(({ id }) => id)
                    .filter((id) => chosen.has(id) || shown.some((variable) => variable.id === id)),
                )
              }
            >
              Choose all {shown.length} found
            </Button>
            <Button onClick={() => setColumns([])} disabled={draft.columns.length === 0}>
              Choose none
            </Button>
          </div>
          <div className={css['columns']} role="group" aria-label="Columns">
            {shown.map((variable) => {
              const column = draft.columns.find(({ source }) => source === variable.id);
              return (
                <div key={variable.id} className={css['column']}>
                  <input
                    type="checkbox"
                    id={`column-${variable.id}`}
                    checked={column !== undefined}
                    disabled={draft.none === variable.id}
                    onChange={(event) => toggle(variable.id, event.target.checked)}
                  />
                  <label htmlFor={`column-${variable.id}`}>
                    <span {...peekAt(variable.id)}>{titleOf(variable)}</span> <small>{variable.name}</small>
                  </label>
                  {column ? (
                    <input
                      className={kit['input']}
                      aria-label={`Label of the option ${titleOf(variable)}`}
                      value={column.label}
                      onChange={(event) =>
                        put({
                          ...draft,
                          columns: draft.columns.map((one) =>
                            one === column ? { ...one, label: event.target.value } : one,
                          ),
                        })
                      }
                    />
                  ) : (
                    <small>{metaOf(variable)}</small>
                  )}
                </div>
              );
            })}
            {shown.length === 0 && (
              <p className={css['hint']}>
                {candidates.length === 0
                  ? 'The study has no column with two or three codes.'
                  : `No such column is called “${search}”.`}
              </p>
            )}
          </div>
          <div className={css['row']}>
            <Field label="The code that means ticked">
              <select
                className={kit['input']}
                value={draft.ticked}
                onChange={(event) =>
                  put({
                    ...draft,
                    ticked: event.target.value,
                    columns: draft.columns.map(({ source, label }) => ({ source, label })),
                  })
                }
              >
                <option value="">
                  {draft.columns.length === 0
                    ? 'choose columns first'
                    : draft.columns.some(({ ticked }) => ticked !== undefined)
                      ? 'each column its own'
                      : 'choose…'}
                </option>
                {codes.map(([code, { labels, columns: many }]) => (
                  <option key={code} value={code}>
                    {[code, ...labels.filter((label) => label !== code).slice(0, 3)].join(' ')} (in {many} of{' '}
                    {columns.length} columns)
                  </option>
                ))}
              </select>
            </Field>
            <Field label="The column that says “none of these”">
              <select
                className={kit['input']}
                value={draft.none ?? ''}
                onChange={(event) =>
                  put({ ...draft, none: event.target.value === '' ? null : Number(event.target.value) })
                }
              >
                <option value="">there is none</option>
                {candidates
                  .filter(({ id }) => !chosen.has(id))
                  .map((variable) => (
                    <option key={variable.id} value={variable.id}>
                      <span {...peekAt(variable.id)}>{titleOf(variable)}</span>
                    </option>
                  ))}
              </select>
            </Field>
          </div>
        </section>
        {preview && (
          <section className={css['section']}>
            <h2>
              Columns against the question<small>respondents</small>
            </h2>
            <OldAgainstNew proof={preview.proof} totals={false} />
          </section>
        )}
      </div>
      <aside className={bench['reading']} aria-label="Proof">
        <ProofPane proof={preview?.proof ?? null} respondents={view.study.respondents}>
          <KeepPanel
            noun="question"
            isNew={working === null}
            name={draft.name}
            setName={(name) => put({ ...draft, name })}
            fails={preview !== null && !preview.proof.holds}
            hint={
              !complete
                ? 'Choose two columns or more and the code that means ticked.'
                : draft.label.trim() === ''
                  ? 'Give the question a label, at the top.'
                  : null
            }
            ready={!keeping.busy && complete && draft.label.trim() !== ''}
            keep={keep}
            leave={() => {
              forget();
              leave();
            }}
            remove={remove}
          />
        </ProofPane>
      </aside>
    </>
  );
}
