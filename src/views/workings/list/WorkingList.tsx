import { useMemo, useState } from 'react';
import type { StudyView, Working } from '../../../api/types.js';
import { titleById } from '../../../core/by-id.js';
import { Field, PlainButton } from '../../../kit/kit.js';
import { useReveal } from '../../../kit/use-reveal.js';
import kit from '../../../kit/kit.module.css';
import { type WorkingKind, WORKING_KINDS, viewKind } from '../kinds/registry.js';
import css from '../workings.module.css';
import { entriesOf, findWorkings, type Order, type Show, SHOWS } from './find-workings.js';
import { WorkingLine } from './WorkingLine.js';
import list from './list.module.css';

const ORDERS: readonly (readonly [Order, string])[] = [
  ['newest', 'newest first'],
  ['edited', 'last changed first'],
  ['label', 'by label'],
  ['kind', 'by kind'],
];

interface Props {
  view: StudyView;
  chosen: number | null;
  choose: (variable: number) => void;
  start: (workingKind: WorkingKind) => void;
  change: (working: number) => void;
  copy: (working: Working) => void;
  takeOther: (working: number, other: number) => void;
}

/** The list of workings: found by what they say, with their recipes, their pictures, and what stands on them. */
export function WorkingList({ view, chosen, choose, start, change, copy, takeOther }: Props) {
  const [search, setSearch] = useState('');
  const [show, setShow] = useState<Show>('all');
  const [order, setOrder] = useState<Order>('newest');
  const entries = useMemo(() => entriesOf(view), [view]);
  const title = (id: number) => titleById(view.variables, id);
  const matching = findWorkings(entries, { show, search, order }, title);
  const { most, end, more } = useReveal(`${show} ${order} ${search}`);
  return (
    <>
      <h1 className={css['title']}>Workings</h1>
      <div className={list['makes']} role="group" aria-label="Make a new variable">
        {WORKING_KINDS.map((kind) => (
          <button key={kind} type="button" className={list['make']} onClick={() => start(kind)}>
            <b>{viewKind(kind).title}</b>
            <span>{viewKind(kind).says}</span>
          </button>
        ))}
      </div>
      {entries.length > 0 && (
        <div className={css['row']}>
          <Field label="Find a working">
            <input
              className={kit['input']}
              type="search"
              placeholder="label, kind, source, date"
              value={search}
              onChange={(event) => setSearch(event.target.value)}
            />
          </Field>
          <Field label="Show">
            <select
              className={kit['input']}
              value={show}
              onChange={(event) => setShow(SHOWS.find(([id]) => id === event.target.value)?.[0] ?? 'all')}
            >
              {SHOWS.map(([id, name, test]) => {
                const times = entries.filter(test).length;
                return id === 'all' || times > 0 ? (
                  <option key={id} value={id}>
                    {name} ({times})
                  </option>
                ) : null;
              })}
            </select>
          </Field>
          <Field label="Order">
            <select
              className={kit['input']}
              value={order}
              onChange={(event) => setOrder(ORDERS.find(([id]) => id === event.target.value)?.[0] ?? 'newest')}
            >
              {ORDERS.map(([id, name]) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
          </Field>
        </div>
      )}
      <ul className={css['list']} aria-label="Workings">
        {matching.slice(0, most).map((entry) => (
          <WorkingLine
            key={entry.working.id}
            study={view.study.id}
            entry={entry}
            title={title}
            chosen={chosen === entry.variable.id}
            choose={choose}
            change={change}
            copy={copy}
            takeOther={takeOther}
          />
        ))}
        {matching.length > most && (
          <li ref={end} className={css['hint']}>
            <PlainButton onClick={more}>{`and ${matching.length - most} more`}</PlainButton>
          </li>
        )}
        {matching.length === 0 && (
          <li className={css['hint']}>
            {entries.length === 0
              ? 'None yet. Choose above what to make; what you make stands in the roster beside the columns of ' +
                'the file.'
              : 'No working is like that.'}
          </li>
        )}
      </ul>
    </>
  );
}
