import { memo, type ReactNode, useCallback, useMemo, useState } from 'react';
import type { RosterVariable } from '../../api/types.js';
import { spark } from '../../charts/spark.js';
import { titleOf } from '../../core/codebook/types.js';
import { Choice } from '../../kit/kit.js';
import { matches } from '../../kit/Picker.js';
import { Svg } from '../../kit/Svg.js';
import { bars, gapsOf, metaOf, searchText } from './words.js';
import css from './roster.module.css';

/** What a dragged variable carries. */
export const VARIABLE_DRAG = 'application/x-hatch-variable';

const FILTERS = [
  ['all', 'All'],
  ['workings', 'Workings'],
  ['multiple', 'Multiple'],
  ['problems', 'Problems'],
] as const;
type Filter = (typeof FILTERS)[number][0];

const KEEPS: Record<Filter, (variable: RosterVariable) => boolean> = {
  all: () => true,
  workings: (variable) => variable.made !== null,
  multiple: (variable) => variable.level === 'multiple',
  problems: (variable) => !variable.holds || variable.answers === 0,
};

interface ItemProps {
  variable: RosterVariable;
  used: boolean;
  open: boolean;
  toggle: (id: number) => void;
  first: (id: number) => void;
  actions: ReactNode;
}

const Item = memo(function Item({ variable, used, open, toggle, first, actions }: ItemProps) {
  const picture = bars(variable);
  const gaps = gapsOf(variable);
  return (
    <li className={`${css['item'] ?? ''} ${used ? (css['used'] ?? '') : ''}`} data-variable={variable.name}>
      <button
        type="button"
        className={css['head']}
        aria-expanded={actions === null ? undefined : open}
        aria-current={used ? 'true' : undefined}
        draggable
        onDragStart={(event) => {
          event.dataTransfer.setData(VARIABLE_DRAG, String(variable.id));
          event.dataTransfer.setData('text/plain', titleOf(variable));
          event.dataTransfer.effectAllowed = 'copy';
        }}
        onClick={() => toggle(variable.id)}
        onDoubleClick={() => first(variable.id)}
        title={variable.question === '' ? titleOf(variable) : `${titleOf(variable)}: ${variable.question}`}
      >
        <span>
          <span className={css['label']}>{titleOf(variable)}</span>
          <span className={css['meta']}>
            {!variable.holds && <span className={css['doubt']}>! proof fails · </span>}
            {metaOf(variable)}
            {gaps && <span className={gaps.much ? css['gaps'] : undefined}> · {gaps.text}</span>}
          </span>
        </span>
        {picture && <Svg className={css['picture']} markup={spark({ ...picture, width: 60, height: 30 })} />}
      </button>
      {open && actions}
    </li>
  );
});

interface RosterProps {
  variables: readonly RosterVariable[];
  /** Variables in use on the screen. */
  used: ReadonlySet<number>;
  /** Which one is open, and what can be done with it; without actions a click chooses. */
  choose: (id: number) => void;
  actionsOf?: ((variable: RosterVariable) => ReactNode) | undefined;
}

/** The list of all variables: find, filter, choose, drag. */
export function Roster({ variables, used, choose, actionsOf }: RosterProps) {
  const [search, setSearch] = useState('');
  const [filter, setFilter] = useState<Filter>('all');
  const [open, setOpen] = useState<number | null>(null);
  const texts = useMemo(() => new Map(variables.map((variable) => [variable.id, searchText(variable)])), [variables]);
  const found = variables.filter(
    (variable) => KEEPS[filter](variable) && matches(texts.get(variable.id) ?? '', search),
  );
  const counted = FILTERS.map(([id, name]) => [id, `${name} ${variables.filter(KEEPS[id]).length}`] as const);
  const toggle = useCallback(
    (id: number) => {
      if (actionsOf) setOpen((old) => (old === id ? null : id));
      else choose(id);
    },
    [actionsOf, choose],
  );
  return (
    <section className={css['roster']} aria-label="Roster">
      <div className={css['search']}>
        <input
          id="roster-search"
          type="search"
          aria-label="Find a variable or category"
          placeholder="Find a variable or category"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Escape') setSearch('');
            if (event.key === 'Enter' && found[0]) choose(found[0].id);
          }}
        />
        <kbd aria-hidden="true">/</kbd>
      </div>
      <div className={css['filters']}>
        <Choice label="Show" value={filter} of={counted} choose={setFilter} />
      </div>
      <ul className={css['list']} aria-label={`${found.length} variables`}>
        {found.map((variable) => (
          <Item
            key={variable.id}
            variable={variable}
            used={used.has(variable.id)}
            open={open === variable.id}
            toggle={toggle}
            first={choose}
            actions={
              actionsOf && open === variable.id ? (
                <div className={css['actions']}>{actionsOf(variable)}</div>
              ) : actionsOf ? undefined : null
            }
          />
        ))}
        {found.length === 0 && (
          <li className={css['none']}>
            {search === '' ? 'None of this kind.' : `No variable or category is called “${search}”.`}
          </li>
        )}
      </ul>
    </section>
  );
}

/** Puts the keyboard in the roster's search. */
export function focusSearch(): void {
  document.getElementById('roster-search')?.focus();
}
