import { titleById } from '../../../core/by-id.js';
import { plural } from '../../../core/words.js';
import { useMemo, useState } from 'react';
import type { RosterVariable, StudyView, Working } from '../../../api/types.js';
import { titleOf } from '../../../core/codebook/types.js';
import { keyOf } from '../../../core/recode/same.js';
import { sayRecipe, verbOf } from '../../../core/recode/say.js';
import { sourcesOf } from '../../../core/recode/sources.js';
import { spark } from '../../../charts/spark.js';
import { Button, Field } from '../../../kit/kit.js';
import kit from '../../../kit/kit.module.css';
import { Svg } from '../../../kit/Svg.js';
import { peekAt } from '../../peek/Peek.js';
import { bars } from '../../roster/words.js';
import { usersOf } from '../editor/UsedBy.js';
import { type Make, viewKind, viewKindOf, makeOf, MAKES } from '../kinds/registry.js';
import css from '../workings.module.css';
import list from './list.module.css';

type Order = 'newest' | 'label' | 'kind' | 'edited';
type Show = 'all' | 'used' | 'unused' | 'failing' | 'same' | Make;

const ORDERS: readonly (readonly [Order, string])[] = [
  ['newest', 'newest first'],
  ['edited', 'last changed first'],
  ['label', 'by label'],
  ['kind', 'by kind'],
];

/** A working with all that is said of it. */
interface Entry {
  working: Working;
  made: RosterVariable;
  line: string;
  /** How many tables and variables stand on it. */
  tables: number;
  variables: number;
  /** Other results that are the same under another name. */
  same: RosterVariable[];
}

function entriesOf(view: StudyView): Entry[] {
  const find = new Map(view.variables.map((variable) => [variable.id, variable]));
  const names = {
    titleOf: (id: number) => titleOf(find.get(id) ?? { name: 'a variable that is gone', label: '' }),
    codesOf: (id: number) => find.get(id)?.codes ?? [],
  };
  const byKey = new Map<string, number[]>();
  for (const { recipe, variable } of view.workings)
    byKey.set(keyOf(recipe), [...(byKey.get(keyOf(recipe)) ?? []), variable]);
  return view.workings.flatMap((working) => {
    const made = find.get(working.variable);
    if (!made) return [];
    const users = usersOf(view, made.id);
    const twins = (byKey.get(keyOf(working.recipe)) ?? []).filter((id) => id !== made.id);
    return [
      {
        working,
        made,
        line: sayRecipe(working.recipe, names),
        tables: users.tables.length,
        variables: users.variables.length,
        same: twins.flatMap((id) => find.get(id) ?? []),
      },
    ];
  });
}

interface Props {
  view: StudyView;
  chosen: number | null;
  choose: (variable: number) => void;
  start: (make: Make) => void;
  change: (working: number) => void;
  copy: (working: Working) => void;
}

/** The list of workings: found by what they say, with their recipes, their pictures, and what stands on them. */
export function WorkingList({ view, chosen, choose, start, change, copy }: Props) {
  const [search, setSearch] = useState('');
  const [show, setShow] = useState<Show>('all');
  const [order, setOrder] = useState<Order>('newest');
  const entries = useMemo(() => entriesOf(view), [view]);
  const title = (id: number) => titleById(view.variables, id);
  const isUsed = ({ tables, variables }: Entry) => tables + variables > 0;
  const shows: readonly (readonly [Show, string, (entry: Entry) => boolean])[] = [
    ['all', 'all', () => true],
    ['used', 'used', isUsed],
    ['unused', 'unused', (entry) => !isUsed(entry)],
    ['failing', 'proof does not hold', ({ working }) => !working.holds],
    ['same', 'do the same as another', ({ same }) => same.length > 0],
    ...MAKES.map(
      (make) =>
        [make, viewKind(make).title.toLowerCase(), ({ working }: Entry) => makeOf(working.recipe) === make] as const,
    ),
  ];
  const passes = shows.find(([id]) => id === show)?.[2] ?? (() => true);
  const words = search.toLowerCase().split(/\s+/);
  const found = entries
    .filter(passes)
    .filter(({ working, made, line }) => {
      const sources = sourcesOf(working.recipe).map(title).join(' ');
      const text = (
        `${made.name} ${titleOf(made)} ${viewKindOf(working.recipe).title} ${working.recipe.kind} ` +
        `${sources} ${line} ${working.created.slice(0, 10)}`
      ).toLowerCase();
      return words.every((word) => text.includes(word));
    })
    .sort((a, b) => {
      if (order === 'label') return titleOf(a.made).localeCompare(titleOf(b.made), 'en');
      if (order === 'kind')
        return a.working.recipe.kind.localeCompare(b.working.recipe.kind) || a.working.id - b.working.id;
      const by = order === 'edited' ? 'edited' : 'created';
      return b.working[by].localeCompare(a.working[by]) || b.working.id - a.working.id;
    });
  return (
    <>
      <h1 className={css['title']}>Workings</h1>
      <div className={list['makes']} role="group" aria-label="Make a new variable">
        {MAKES.map((make) => (
          <button key={make} type="button" className={list['make']} onClick={() => start(make)}>
            <b>{viewKind(make).title}</b>
            <span>{viewKind(make).says}</span>
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
              onChange={(event) => setShow(shows.find(([id]) => id === event.target.value)?.[0] ?? 'all')}
            >
              {shows.map(([id, name, test]) => {
                const many = entries.filter(test).length;
                return id === 'all' || many > 0 ? (
                  <option key={id} value={id}>
                    {name} ({many})
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
        {found.map(({ working, made, line, tables, variables, same }) => {
          const picture = bars(made);
          return (
            <li key={working.id} className={list['entry']} data-chosen={chosen === made.id}>
              <div className={list['picture']}>
                {picture && <Svg markup={spark({ ...picture, width: 76, height: 40 })} />}
              </div>
              <div>
                <h2>
                  <button
                    type="button"
                    className={list['name']}
                    aria-pressed={chosen === made.id}
                    onClick={() => choose(made.id)}
                    {...peekAt(made.id)}
                  >
                    {titleOf(made)}
                  </button>{' '}
                  <i>{verbOf(working.recipe)}</i>{' '}
                  {sourcesOf(working.recipe)
                    .slice(0, 3)
                    .map((id, k) => (
                      <span key={id}>
                        {k > 0 && ', '}
                        <span {...peekAt(id)}>{title(id)}</span>
                      </span>
                    ))}
                  {sourcesOf(working.recipe).length > 3 && ` and ${sourcesOf(working.recipe).length - 3} more`}
                </h2>
                <p>{line}</p>
                <p>
                  {working.standsIn && `In the place of ${title(working.standsIn.source)} · `}
                  {working.holds ? (
                    'Proof holds'
                  ) : (
                    <span className={list['failing']}>! Proof does not hold</span>
                  )} ·{' '}
                  {tables + variables === 0
                    ? 'unused'
                    : [
                        tables > 0 ? `in ${plural(tables, 'table')}` : '',
                        variables > 0 ? `${plural(variables, 'variable')} made of it` : '',
                      ]
                        .filter((part) => part !== '')
                        .join(', ')}{' '}
                  · {working.created.slice(0, 10)}
                </p>
                {same.length > 0 && <p className={list['failing']}>Does the same as {same.map(titleOf).join(', ')}.</p>}
              </div>
              <div className={list['actions']}>
                <Button onClick={() => change(working.id)} aria-label={`Change ${titleOf(made)}`}>
                  Change
                </Button>
                <Button onClick={() => copy(working)} aria-label={`Copy ${titleOf(made)}`}>
                  Copy
                </Button>
                {made.countable && (
                  <a href={`/studies/${view.study.id}/tables?rows=${encodeURIComponent(made.name)}`}>Table</a>
                )}
              </div>
            </li>
          );
        })}
        {found.length === 0 && (
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
