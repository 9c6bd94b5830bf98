import { byId, titleById } from '../../../core/by-id.js';
import { useState } from 'react';
import type { RosterVariable, StudyView } from '../../../api/types.js';
import { titleOf } from '../../../core/codebook/types.js';
import { codeDifferences, MOST_AT_ONCE, sayTooMany } from '../../../core/recode/apply.js';
import { sourcesOf } from '../../../core/recode/sources.js';
import { Button, Field } from '../../../kit/kit.js';
import kit from '../../../kit/kit.module.css';
import { matches } from '../../../kit/Picker.js';
import { peekAt } from '../../peek/Peek.js';
import { workingKindOf, suits } from '../kinds/registry.js';
import { type EditorDraft, type Planned, withTargets } from './drafts.js';
import { useProofs } from './use-proofs.js';
import css from '../workings.module.css';

interface Props {
  view: StudyView;
  draft: EditorDraft;
  change: (draft: EditorDraft) => void;
}

/** Results that are listed; the rest is counted. */
const MOST_PLANNED = 200;

/** Differences that are named; the rest is counted. */
const NAMED = 3;

/** Variables that the same recipe is applied to: their codes are compared first, and what differs is shown. */
export function ApplyPanel({ view, draft, change }: Props) {
  const [search, setSearch] = useState('');
  const { recipe, targets, place } = draft;
  const kind = workingKindOf(recipe);
  const ids = sourcesOf(recipe);
  const own = byId(view.variables, ids[place]);
  const isNumber = kind === 'band' || kind === 'number' || kind === 'categories';
  const candidates = view.variables
    .filter((variable) => suits(kind, variable) && !ids.includes(variable.id) && variable.level === own?.level)
    .map((variable) => ({ variable, differences: own && !isNumber ? codeDifferences(own.codes, variable.codes) : [] }))
    .sort((a, b) => a.differences.length - b.differences.length);
  const shown = candidates.filter(({ variable }) =>
    matches(`${variable.name} ${titleOf(variable)} ${variable.question} ${variable.group}`, search),
  );
  const same = shown.filter(({ differences }) => differences.length === 0).map(({ variable }) => variable.id);
  const choose = (next: number[]) => change(withTargets(draft, next, own));
  return (
    <section className={css['section']} aria-label="Apply to more">
      <h2>
        Apply to more variables
        <small>{targets.length === 0 ? 'the same recipe for each' : `${targets.length} more`}</small>
      </h2>
      {ids.length > 1 && (
        <Field label="In the place of">
          <select
            className={kit['input']}
            value={place}
            onChange={(event) => change({ ...draft, place: Number(event.target.value), targets: [] })}
          >
            {ids.map((id, k) => (
              <option key={id} value={k}>
                {titleById(view.variables, id)}
              </option>
            ))}
          </select>
        </Field>
      )}
      <div className={css['row']}>
        <Field label="Find variables">
          <input
            className={kit['input']}
            type="search"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
          />
        </Field>
        <Button onClick={() => choose([...new Set([...targets, ...same])])} disabled={same.length === 0}>
          All {same.length} with the same codes
        </Button>
        <Button onClick={() => choose([])} disabled={targets.length === 0}>
          None
        </Button>
      </div>
      {targets.length >= MOST_AT_ONCE && (
        <p className={css['warn']} role="status">
          {sayTooMany(targets.length + 1)}
        </p>
      )}
      <div className={css['columns']} role="group" aria-label="More variables">
        {shown.map(({ variable, differences }) => (
          <div key={variable.id} className={css['column']}>
            <input
              type="checkbox"
              id={`target-${variable.id}`}
              checked={targets.includes(variable.id)}
              onChange={(event) =>
                choose(event.target.checked ? [...targets, variable.id] : targets.filter((id) => id !== variable.id))
              }
            />
            <label htmlFor={`target-${variable.id}`}>
              <span {...peekAt(variable.id)}>{titleOf(variable)}</span> <small>{variable.name}</small>
            </label>
            <small className={differences.length > 0 ? css['warn'] : undefined}>
              {sayDifferences(differences, own)}
            </small>
          </div>
        ))}
        {shown.length === 0 && (
          <p className={css['hint']}>No other variable of this kind{search === '' ? '' : ` is called “${search}”`}.</p>
        )}
      </div>
    </section>
  );
}

function sayDifferences(
  differences: readonly { code: string; says: string }[],
  own: RosterVariable | undefined,
): string {
  if (!own || differences.length === 0) return 'the same codes';
  const named = differences.slice(0, NAMED).map(({ code, says }) => `${code} ${says}`);
  return `${named.join('; ')}${differences.length > NAMED ? `; ${differences.length - NAMED} more` : ''}`;
}

interface NamesProps {
  study: string;
  draft: EditorDraft;
  change: (draft: EditorDraft) => void;
  planned: readonly Planned[];
  taken: ReadonlySet<string>;
  /** Which of them is shown below. */
  shown: number;
  show: (at: number) => void;
}

/** What several results are called, by a pattern, each with its proof, before any is kept. */
export function NamesPanel({ study, draft, change, planned, taken, shown, show }: NamesProps) {
  const verdicts = useProofs(
    study,
    planned.map(({ recipe }) => recipe),
  );
  const twice = (name: string) =>
    name !== '' && (taken.has(name) || planned.filter((candidate) => candidate.name === name).length > 1);
  const proved = verdicts.filter((verdict) => verdict !== undefined).length;
  const failing = verdicts.filter((verdict) => verdict?.holds === false).length;
  return (
    <section className={css['section']} aria-label="Names of the results">
      <h2>
        {planned.length} variables
        <small>
          {proved < planned.length
            ? `proving, ${proved} done…`
            : failing === 0
              ? 'every proof holds'
              : `${failing} of the proofs ${failing === 1 ? 'does' : 'do'} not hold`}
        </small>
      </h2>
      <div className={css['row']}>
        <Field label="Labels">
          <input
            className={kit['input']}
            value={draft.labels}
            onChange={(event) => change({ ...draft, labels: event.target.value })}
          />
        </Field>
        <Field label="Names">
          <input
            className={kit['input']}
            value={draft.names}
            placeholder="made from the labels"
            onChange={(event) => change({ ...draft, names: event.target.value })}
          />
        </Field>
        <p
          className={css['hint']}
        >{`{label}, {name}, {n}${draft.recipe.kind === 'flags' ? ', {category}' : ''} stand for those of each`}</p>
      </div>
      <table className={css['plan']}>
        <caption className="sr-only">What will be made</caption>
        <thead>
          <tr>
            <th scope="col">Proof</th>
            <th scope="col">Label</th>
            <th scope="col">Name</th>
            <th scope="col">of</th>
          </tr>
        </thead>
        <tbody>
          {planned.slice(0, MOST_PLANNED).map(({ label, name, source }, k) => {
            const verdict = verdicts[k];
            return (
              <tr key={k} data-shown={k === shown}>
                <td title={verdict?.says} className={verdict?.holds === false ? css['warn'] : undefined}>
                  {verdict === undefined ? '…' : verdict.holds ? '✓ holds' : '! does not'}
                </td>
                <th scope="row">
                  <Button aria-pressed={k === shown} onClick={() => show(k)}>
                    {label.trim() === '' ? '(no label)' : label}
                  </Button>
                </th>
                <td className={twice(name) ? css['warn'] : undefined}>
                  {twice(name) ? `${name}: there is one already` : name}
                </td>
                <td>{source ? titleOf(source) : ''}</td>
              </tr>
            );
          })}
          {planned.length > MOST_PLANNED && (
            <tr>
              <td colSpan={4}>and {planned.length - MOST_PLANNED} more</td>
            </tr>
          )}
        </tbody>
      </table>
    </section>
  );
}
