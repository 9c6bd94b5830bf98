import { useMemo, useState } from 'react';
import type { StudyView, WorkingDraft } from '../../api/types.js';
import { compareCodes } from '../../core/codebook/number.js';
import { titleOf } from '../../core/codebook/types.js';
import { Field, Problem } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { matches } from '../../kit/Picker.js';
import { metaOf } from '../roster/words.js';
import { useDraft } from '../shell/use-draft.js';
import bench from '../shell/workbench.module.css';
import { KeepPanel } from './KeepPanel.js';
import { OldAgainstNew } from './OldAgainstNew.js';
import { ProofPane } from './ProofPane.js';
import { useKeep } from './use-keep.js';
import { usePreview } from './use-preview.js';
import css from './workings.module.css';
import { peekAt } from '../peek/Peek.js';

interface Draft {
  label: string;
  name: string;
  sources: number[];
  /** Labels that differ from the code list's, by code. */
  labels: Record<string, string>;
  /** Codes that are no options. */
  without: string[];
  none: string | null;
}

function isDraft(value: unknown): value is Draft {
  if (typeof value !== 'object' || value === null) return false;
  const { label, sources, without } = value as Partial<Draft>;
  return typeof label === 'string' && Array.isArray(sources) && Array.isArray(without);
}

interface Props {
  view: StudyView;
  working: number | null;
  done: (label: string) => void;
  leave: () => void;
  remove: (() => void) | null;
}

/** Codes of the slots with a label; what is no answer in one of them is left out. */
function codesOf(view: StudyView, sources: readonly number[]): { code: string; label: string }[] {
  const found = new Map<string, string>();
  const missing = new Set<string>();
  for (const { codes, id } of view.variables) {
    if (!sources.includes(id)) continue;
    for (const one of codes) {
      if (one.missing !== null) missing.add(one.code);
      const known = found.get(one.code);
      if (known === undefined || known === one.code) found.set(one.code, one.label);
    }
  }
  const listed = [...found].filter(([code]) => !missing.has(code)).map(([code, label]) => ({ code, label }));
  const [first] = view.variables.filter(({ id }) => sources.includes(id));
  const inFirst = listed.every(({ code }) => first?.codes.some((one) => one.code === code));
  return inFirst ? listed : listed.sort((a, b) => compareCodes(a.code, b.code));
}

function draftOf(view: StudyView, working: number | null): Draft {
  const kept = view.workings.find(({ id }) => id === working);
  const made = view.variables.find(({ id }) => id === kept?.variable);
  if (kept?.recipe.kind !== 'slots' || !made) {
    return { label: '', name: '', sources: [], labels: {}, without: [], none: null };
  }
  const { sources, options, none } = kept.recipe;
  const all = codesOf(view, sources);
  return {
    label: made.label,
    name: made.name,
    sources: [...sources],
    labels: Object.fromEntries(options.map(({ code, label }) => [code, label])),
    without: all.map(({ code }) => code).filter((code) => code !== none && !options.some((one) => one.code === code)),
    none,
  };
}

/** One multiple-response question over slots: columns that each hold one code of the same list. */
export function SlotsEditor({ view, working, done, leave, remove }: Props) {
  const study = view.study.id;
  const [draft, put, forget] = useDraft(`hatch-count:${study}:slots:${working ?? 'new'}`, draftOf(view, working), isDraft);
  const [search, setSearch] = useState('');
  const candidates = useMemo(
    () => view.variables.filter(({ countable, level, codes }) => countable && level !== 'multiple' && level !== 'text' && codes.length >= 2),
    [view],
  );
  const shown = candidates.filter((variable) => matches(`${variable.name} ${titleOf(variable)} ${variable.question}`, search));
  const codes = codesOf(view, draft.sources);
  const options = codes
    .filter(({ code }) => code !== draft.none && !draft.without.includes(code))
    .map(({ code, label }) => ({ code, label: draft.labels[code] ?? label }));
  const recipe: WorkingDraft['recipe'] = { kind: 'slots', sources: draft.sources, options, none: draft.none }; // prettier-ignore
  const complete = draft.sources.length >= 2 && options.length > 0;
  const { preview, problem, setProblem } = usePreview(study, complete ? recipe : null);
  const keeping = useKeep(
    study,
    working,
    (label) => {
      forget();
      done(label);
    },
    setProblem,
  );
  const toggle = (id: number, on: boolean) =>
    put({ ...draft, sources: candidates.map((one) => one.id).filter((one) => (one === id ? on : draft.sources.includes(one))) });
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
            {draft.sources.length === 0 ? 'slots, chosen below' : `${draft.sources.length} slots`}
          </span>
        </h1>
        {problem && <Problem {...problem} dismiss={() => setProblem(null)} />}
        <section className={css['section']}>
          <h2>
            Slots<small>columns that each hold one code of the same list</small>
          </h2>
          <Field label="Find columns">
            <input className={kit['input']} type="search" value={search} placeholder="reason" onChange={(event) => setSearch(event.target.value)} />
          </Field>
          <div className={css['columns']} role="group" aria-label="Columns">
            {shown.map((variable) => (
              <div key={variable.id} className={css['column']}>
                <input
                  type="checkbox"
                  id={`slot-${variable.id}`}
                  checked={draft.sources.includes(variable.id)}
                  onChange={(event) => toggle(variable.id, event.target.checked)}
                />
                <label htmlFor={`slot-${variable.id}`}>
                  <span {...peekAt(variable.id)}>{titleOf(variable)}</span> <small>{variable.name}</small>
                </label>
                <small>{metaOf(variable)}</small>
              </div>
            ))}
            {shown.length === 0 && <p className={css['hint']}>No column of categories is called “{search}”.</p>}
          </div>
        </section>
        {codes.length > 0 && (
          <section className={css['section']}>
            <h2>
              Options<small>codes of the slots</small>
            </h2>
            <div className={css['columns']} role="group" aria-label="Options">
              {codes.map(({ code, label }) => {
                const is = code === draft.none ? 'none' : draft.without.includes(code) ? 'out' : 'option';
                return (
                  <div key={code} className={css['column']}>
                    <b>{code}</b>
                    <input
                      className={kit['input']}
                      aria-label={`Label of the option ${code}`}
                      value={draft.labels[code] ?? label}
                      disabled={is !== 'option'}
                      onChange={(event) => put({ ...draft, labels: { ...draft.labels, [code]: event.target.value } })}
                    />
                    <select
                      className={kit['input']}
                      aria-label={`${code} is`}
                      value={is}
                      onChange={(event) => {
                        const without = draft.without.filter((one) => one !== code);
                        const none = draft.none === code ? null : draft.none;
                        const next = event.target.value;
                        put({ ...draft, without: next === 'out' ? [...without, code] : without, none: next === 'none' ? code : none });
                      }}
                    >
                      <option value="option">an option</option>
                      <option value="none">none of these</option>
                      <option value="out">left out</option>
                    </select>
                  </div>
                );
              })}
            </div>
          </section>
        )}
        {preview && (
          <section className={css['section']}>
            <h2>
              Slots against the question<small>respondents</small>
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
            hint={!complete ? 'Choose two slots or more.' : draft.label.trim() === '' ? 'Give the question a label, at the top.' : null}
            ready={!keeping.busy && complete && draft.label.trim() !== ''}
            keep={() => keeping.keep({ name: draft.name, label: draft.label, recipe })}
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
} // prettier-ignore
