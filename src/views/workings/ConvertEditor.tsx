import { useState } from 'react';
import type { StudyView, WorkingDraft } from '../../api/types.js';
import { MISSING_REASONS, MISSING_WORDS, type MissingReason, titleOf } from '../../core/codebook/types.js';
import type { Exception } from '../../core/recode/types.js';
import { readNumber } from '../../core/recode/read-number.js';
import { whole } from '../../core/figures.js';
import { Button, Choice, Problem } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { peekAt } from '../peek/Peek.js';
import { useDraft } from '../shell/use-draft.js';
import bench from '../shell/workbench.module.css';
import { KeepPanel } from './KeepPanel.js';
import { OldAgainstNew } from './OldAgainstNew.js';
import { ProofPane } from './ProofPane.js';
import { useKeep } from './use-keep.js';
import { usePreview } from './use-preview.js';
import css from './workings.module.css';

interface Draft {
  label: string;
  name: string;
  decimal: '.' | ',';
  exceptions: Exception[];
}

function isDraft(value: unknown): value is Draft {
  if (typeof value !== 'object' || value === null) return false;
  const { label, decimal, exceptions } = value as Partial<Draft>;
  return typeof label === 'string' && (decimal === '.' || decimal === ',') && Array.isArray(exceptions);
}

interface Props {
  view: StudyView;
  source: number;
  working: number | null;
  done: (label: string) => void;
  leave: () => void;
  remove: (() => void) | null;
}

/** Texts that are listed to be decided on. */
const LISTED = 100;

function draftOf(view: StudyView, source: number, working: number | null): Draft {
  const kept = view.workings.find(({ id }) => id === working);
  const made = view.variables.find(({ id }) => id === kept?.variable);
  if (kept?.recipe.kind === 'convert' && made) {
    return {
      label: made.label,
      name: made.name,
      decimal: kept.recipe.decimal,
      exceptions: [...kept.recipe.exceptions],
    };
  }
  const variable = view.variables.find(({ id }) => id === source);
  return { label: variable ? `${titleOf(variable)}, as a number` : '', name: '', decimal: '.', exceptions: [] };
}

/** Text to a number: every text that spells none is listed, and decided on. */
export function ConvertEditor({ view, source, working, done, leave, remove }: Props) {
  const study = view.study.id;
  const [draft, put, forget] = useDraft(
    `hatch-count:${study}:convert:${working ?? `new ${source}`}`,
    draftOf(view, source, working),
    isDraft,
  );
  const recipe: WorkingDraft['recipe'] = {
    kind: 'convert',
    source,
    decimal: draft.decimal,
    exceptions: draft.exceptions,
  };
  const { preview, problem, setProblem } = usePreview(study, recipe);
  const keeping = useKeep(
    study,
    working,
    (label) => {
      forget();
      done(label);
    },
    setProblem,
  );
  const variable = view.variables.find(({ id }) => id === source);
  const decide = (text: string, next: Exception | null) =>
    put({ ...draft, exceptions: [...draft.exceptions.filter((one) => one.text !== text), ...(next ? [next] : [])] });
  const rows = preview?.proof.rows.filter(({ code }) => code !== '') ?? [];
  const declaredIn = (code: string) => variable?.codes.find((one) => one.code === code)?.missing ?? null;
  const isLeft = (code: string) => declaredIn(code) === null && !draft.exceptions.some(({ text }) => text === code);
  // What was too much to be listed cannot be decided on by name.
  const left = rows.filter(({ code }) => isLeft(code) && code !== '(other text)');
  return (
    <>
      <div className={bench['middle']}>
        <h1 className={css['title']}>
          <input
            aria-label="Label of the number"
            placeholder="a label for the number"
            value={draft.label}
            onChange={(event) => put({ ...draft, label: event.target.value })}
          />
          <i>reads</i>
          <span className={css['source']} {...peekAt(source)}>
            {variable ? titleOf(variable) : ''}
          </span>
          <i>as a number</i>
        </h1>
        {problem && <Problem {...problem} dismiss={() => setProblem(null)} />}
        <section className={css['section']}>
          <h2>
            How numbers are written<small>signs of currency, percent and thousands are read over</small>
          </h2>
          <Choice
            label="Before the fraction stands"
            value={draft.decimal}
            of={[
              ['.', 'a point: 1,234.5'],
              [',', 'a comma: 1.234,5'],
            ]}
            choose={(decimal) => put({ ...draft, decimal })}
          />
        </section>
        <section className={css['section']}>
          <h2>
            Texts that are no number
            <small>
              {preview
                ? rows.length === 0
                  ? ''
                  : `${whole(rows.length)} different ${rows.length === 1 ? 'one' : 'ones'}, each to be decided on`
                : ''}
            </small>
          </h2>
          {left.length > 1 && (
            <Button
              onClick={() =>
                put({
                  ...draft,
                  exceptions: [
                    ...draft.exceptions,
                    ...left.map(({ code }): Exception => ({ text: code, is: 'missing', missing: 'other' })),
                  ],
                })
              }
            >
              All {whole(left.length)} that are left: no answer
            </Button>
          )}
          <div className={css['columns']} role="group" aria-label="Texts that are no number">
            {rows.slice(0, LISTED).map(({ code, respondents }) => (
              <Decision
                key={code}
                text={code}
                respondents={respondents}
                decimal={draft.decimal}
                declared={declaredIn(code)}
                decided={draft.exceptions.find(({ text }) => text === code) ?? null}
                decide={(next) => decide(code, next)}
              />
            ))}
            {preview && rows.length === 0 && <p className={css['hint']}>Every text spells a number.</p>}
            {rows.length > LISTED && <p className={css['hint']}>and {whole(rows.length - LISTED)} more.</p>}
          </div>
        </section>
        {preview && (
          <section className={css['section']}>
            <h2>
              Old against new<small>respondents</small>
            </h2>
            <OldAgainstNew proof={preview.proof} totals />
          </section>
        )}
      </div>
      <aside className={bench['reading']} aria-label="Proof">
        <ProofPane proof={preview?.proof ?? null} respondents={view.study.respondents}>
          <KeepPanel
            noun="number"
            isNew={working === null}
            name={draft.name}
            setName={(name) => put({ ...draft, name })}
            fails={preview !== null && !preview.proof.holds}
            hint={draft.label.trim() === '' ? 'Give the number a label, at the top.' : null}
            ready={!keeping.busy && preview !== null && draft.label.trim() !== ''}
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
}

interface DecisionProps {
  text: string;
  respondents: number;
  decimal: '.' | ',';
  /** What the codebook of the source says it is. */
  declared: MissingReason | null;
  decided: Exception | null;
  decide: (exception: Exception | null) => void;
}

type Is = MissingReason | 'number' | 'left';

/** What becomes of one text. */
function Decision({ text, respondents, decimal, declared, decided, decide }: DecisionProps) {
  const [typed, setTyped] = useState(decided?.is === 'number' ? String(decided.number) : '');
  const [asNumber, setAsNumber] = useState(decided?.is === 'number');
  const is: Is = asNumber ? 'number' : decided?.is === 'missing' ? decided.missing : 'left';
  return (
    <div className={css['decision']}>
      <b>
        {text} <small>{whole(respondents)}</small>
      </b>
      <select
        className={kit['input']}
        aria-label={`${text} is`}
        value={is}
        onChange={(event) => {
          const next = event.target.value;
          const reason = MISSING_REASONS.find((one) => one === next);
          setAsNumber(next === 'number');
          if (reason) decide({ text, is: 'missing', missing: reason });
          else decide(null);
        }}
      >
        <option value="left">
          {declared === null ? 'not decided on' : `${MISSING_WORDS[declared]}, by the codebook`}
        </option>
        <option value="number">the number…</option>
        {MISSING_REASONS.map((reason) => (
          <option key={reason} value={reason}>
            {MISSING_WORDS[reason]}
          </option>
        ))}
      </select>
      {asNumber && (
        <input
          className={kit['input']}
          aria-label={`The number that ${text} stands for`}
          inputMode="decimal"
          autoFocus={decided === null}
          value={typed}
          onChange={(event) => {
            setTyped(event.target.value);
            const number = readNumber(event.target.value, decimal);
            decide(number === null ? null : { text, is: 'number', number });
          }}
        />
      )}
    </div>
  );
}
