import { byId } from '../../../core/by-id.js';
import { type ReactNode, useState } from 'react';
import type { RosterVariable } from '../../../api/types.js';
import { titleOf } from '../../../core/codebook/types.js';
import { Button, Field } from '../../../kit/kit.js';
import kit from '../../../kit/kit.module.css';
import { matches } from '../../../kit/Picker.js';
import { peekAt } from '../../peek/Peek.js';
import { metaOf } from '../../roster/words.js';
import css from '../workings.module.css';

interface Props {
  /** What is chosen: "Items", and in a few words which can be. */
  title: string;
  hint: string;
  candidates: readonly RosterVariable[];
  /** In the order in which they were chosen. */
  chosen: readonly number[];
  choose: (ids: number[]) => void;
  /** Variables that cannot be chosen now. */
  taken?: ReadonlySet<number> | undefined;
  /** In the line of a chosen variable, for its name's description. */
  more?: ((variable: RosterVariable) => ReactNode) | undefined;
}

/** Chooses several variables, by finding and ticking them. */
export function SourceChooser({ title, hint, candidates, chosen, choose, taken, more }: Props) {
  const [search, setSearch] = useState('');
  const [open, setOpen] = useState(chosen.length < 2);
  const shown = candidates.filter(
    (variable) =>
      (!variable.aside || chosen.includes(variable.id)) &&
      matches(`${variable.name} ${titleOf(variable)} ${variable.question} ${variable.group}`, search),
  );
  const isOpen = open || chosen.length < 2;
  // What is said of each column stays in sight when the choosing is done.
  const listed = isOpen ? shown : more ? candidates.filter(({ id }) => chosen.includes(id)) : [];
  const added = shown.map(({ id }) => id).filter((id) => !chosen.includes(id) && !taken?.has(id));
  return (
    <section className={css['section']}>
      <h2>
        {title}
        <small>{hint}</small>
        {chosen.length >= 2 && (
          <Button aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? 'Done choosing' : 'Choose others…'}
          </Button>
        )}
      </h2>
      {isOpen && (
        <div className={css['row']}>
          <Field label="Find columns">
            <input
              className={kit['input']}
              type="search"
              value={search}
              placeholder="a name or a label"
              onChange={(event) => setSearch(event.target.value)}
            />
          </Field>
          {search.trim() !== '' && (
            <Button onClick={() => choose([...chosen, ...added])} disabled={added.length === 0}>
              Choose all {shown.length} found
            </Button>
          )}
          <Button onClick={() => choose([])} disabled={chosen.length === 0}>
            Choose none
          </Button>
        </div>
      )}
      {(isOpen || listed.length > 0) && (
        <>
          <div className={css['columns']} role="group" aria-label="Columns">
            {listed.map((variable) => {
              const on = chosen.includes(variable.id);
              return (
                <div key={variable.id} className={css['column']}>
                  <input
                    type="checkbox"
                    id={`column-${variable.id}`}
                    checked={on}
                    disabled={taken?.has(variable.id)}
                    onChange={(event) =>
                      choose(
                        event.target.checked ? [...chosen, variable.id] : chosen.filter((id) => id !== variable.id),
                      )
                    }
                  />
                  <label htmlFor={`column-${variable.id}`}>
                    <span {...peekAt(variable.id)}>{titleOf(variable)}</span> <small>{variable.name}</small>
                  </label>
                  {on && more ? more(variable) : <small>{metaOf(variable)}</small>}
                </div>
              );
            })}
            {shown.length === 0 && (
              <p className={css['hint']}>
                {candidates.length === 0
                  ? 'The study has no variable for this.'
                  : `No such column is called “${search}”.`}
              </p>
            )}
          </div>
        </>
      )}
    </section>
  );
}

/** Variables in their order, to be moved and taken out. */
export function OrderedSources({
  variables,
  chosen,
  choose,
  words,
}: {
  variables: readonly RosterVariable[];
  chosen: readonly number[];
  choose: (ids: number[]) => void;
  words: (place: number) => string;
}) {
  const moved = (at: number, by: number) => {
    const next = [...chosen];
    const [id] = next.splice(at, 1);
    if (id !== undefined) next.splice(at + by, 0, id);
    choose(next);
  };
  return (
    <ol className={css['ordered']} aria-label="In order">
      {chosen.map((id, at) => {
        const variable = byId(variables, id);
        const title = variable ? titleOf(variable) : `variable ${id}`;
        return (
          <li key={id}>
            <span>{words(at)}</span>
            <b {...peekAt(id)}>{title}</b>
            <span>
              <button
                type="button"
                className={css['tool']}
                aria-label={`Move ${title} up`}
                disabled={at === 0}
                onClick={() => moved(at, -1)}
              >
                ↑
              </button>
              <button
                type="button"
                className={css['tool']}
                aria-label={`Move ${title} down`}
                disabled={at === chosen.length - 1}
                onClick={() => moved(at, 1)}
              >
                ↓
              </button>
              <button
                type="button"
                className={css['tool']}
                aria-label={`Take out ${title}`}
                onClick={() => choose(chosen.filter((source) => source !== id))}
              >
                ×
              </button>
            </span>
          </li>
        );
      })}
    </ol>
  );
}
