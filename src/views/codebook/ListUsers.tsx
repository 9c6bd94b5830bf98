import { useState } from 'react';
import type { CodeList, RosterVariable } from '../../api/types.js';
import { titleOf } from '../../core/codebook/types.js';
import { plural } from '../../core/words.js';
import { Button, Field } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { peekAt } from '../peek/Peek.js';
import { change } from '../server/ask.js';
import { editEntries } from '../server/edit-entries.js';
import type { ListDraft } from './use-list-draft.js';
import type { Work } from './use-codebook.js';
import css from './codebook.module.css';

interface Props {
  study: string;
  open: CodeList;
  variables: readonly RosterVariable[];
  editing: ListDraft;
  run: (work: Work) => Promise<boolean>;
}

/** Who uses a code list: to be ticked where it is changed for some, and to be added to. */
export function ListUsers({ study, open, variables, editing, run }: Props) {
  const { users, some, setSome, setDraft } = editing;
  const [adding, setAdding] = useState('');
  const canUse = variables.filter(
    ({ workingId, level, codeListId }) =>
      workingId === null && (level === 'unordered' || level === 'ordered') && codeListId !== open.id,
  );
  return (
    <section className={css['plan']} aria-label="Used by">
      <h2>Used by {plural(users.length, 'variable')}</h2>
      <ul>
        {users.map(({ id, name, ...variable }) => (
          <li key={id}>
            {some === null ? (
              <a href={`/studies/${study}/codebook?variable=${encodeURIComponent(name)}`} {...peekAt(id)}>
                {titleOf({ name, ...variable })}
              </a>
            ) : (
              <label>
                <input
                  type="checkbox"
                  checked={some.has(id)}
                  onChange={() => {
                    const next = new Set(some);
                    if (!next.delete(id)) next.add(id);
                    setSome(next);
                  }}
                />
                <span {...peekAt(id)}>{titleOf({ name, ...variable })}</span>
              </label>
            )}
          </li>
        ))}
      </ul>
      <Field label="Use it for another variable">
        <select
          className={kit['input']}
          value={adding}
          onChange={(event) => {
            setAdding('');
            const id = Number(event.target.value);
            if (id > 0) void run(() => editEntries(study, [{ variable: id, codeList: open.id }]));
          }}
        >
          <option value="">which?</option>
          {canUse.map((variable) => (
            <option key={variable.id} value={variable.id}>
              {titleOf(variable)} ({variable.name})
            </option>
          ))}
        </select>
      </Field>
      {users.length === 0 && (
        <Button
          onClick={() => {
            void run(() => change('DELETE /studies/{study}/code-lists/{list}', { study, list: open.id })).then(
              (done) => done && setDraft(null),
            );
          }}
        >
          Take the list out
        </Button>
      )}
    </section>
  );
}
