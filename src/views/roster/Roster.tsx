import { memo, type ReactNode, useState } from 'react';
import type { RosterVariable } from '../../api/types.js';
import { spark } from '../../charts/spark.js';
import { titleOf } from '../../core/codebook/types.js';
import { Svg } from '../../kit/Svg.js';
import { useSteady } from '../../kit/use-steady.js';
import { peekAt } from '../peek/Peek.js';
import { ShowSelect } from './ShowSelect.js';
import { useMatching } from './use-matching.js';
import { useReveal } from '../../kit/use-reveal.js';
import { bars, gapsOf, metaOf } from './words.js';
import css from './roster.module.css';

/** What a dragged variable carries. */
export const VARIABLE_DRAG = 'application/x-hatch-variable';

interface ItemProps {
  variable: RosterVariable;
  used: boolean;
  open: boolean;
  toggle: (id: number) => void;
  first: (id: number) => void;
  star: ((variable: RosterVariable) => void) | undefined;
  actions: ReactNode;
}

const Item = memo(function Item({ variable, used, open, toggle, first, star, actions }: ItemProps) {
  const picture = bars(variable);
  const gaps = gapsOf(variable);
  const { starred, question } = variable;
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
        aria-description={question === '' ? undefined : question}
        onDoubleClick={() => first(variable.id)}
        {...peekAt(variable.id)}
      >
        <span>
          <span className={css['label']}>
            {starred && <span className={css['star']}>★ </span>}
            {titleOf(variable)}
          </span>
          <span className={css['meta']}>
            {variable.layer === 'shown' && <span className={css['whose']}>{variable.madeBy} · </span>}
            {variable.layer === 'own' && <span className={css['whose']}>mine · </span>}
            {!variable.holds && <span className={css['doubt']}>! proof fails · </span>}
            {metaOf(variable)}
            {gaps && <span className={gaps.much ? css['gaps'] : undefined}> · {gaps.text}</span>}
          </span>
        </span>
        {picture && <Svg className={css['picture']} markup={spark({ ...picture, width: 60, height: 30 })} />}
      </button>
      {open && actions !== null && actions !== undefined && (
        <div className={css['actions']}>
          {actions}
          {star && (
            <button type="button" className={css['starring']} aria-pressed={starred} onClick={() => star(variable)}>
              {starred ? '★ Starred' : '☆ Star'}
            </button>
          )}
        </div>
      )}
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
  /** Sets a star, or takes it off. */
  star?: ((variable: RosterVariable) => void) | undefined;
  /** What can be done with all that are shown, where they are fewer than all. */
  actionsOfFound?: ((matching: readonly RosterVariable[]) => ReactNode) | undefined;
}

/** The list of all variables: find, show some, put in order, choose, drag. */
export function Roster({ variables, used, choose, actionsOf, star, actionsOfFound }: RosterProps) {
  const { search, setSearch, showing, show, order, setOrder, matching } = useMatching(variables);
  const [open, setOpen] = useState<number | null>(null);
  const { most, end } = useReveal(matching);
  // What the screen asks for changes often; the list of a thousand variables is not drawn anew for it.
  const first = useSteady(choose);
  const toggle = useSteady((id: number) => {
    if (actionsOf) setOpen((old) => (old === id ? null : id));
    else choose(id);
  });
  const grouped = order === 'group' && search.trim() === '';
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
            if (event.key === 'Enter' && matching[0]) choose(matching[0].id);
          }}
        />
        <kbd aria-hidden="true">/</kbd>
      </div>
      <div className={css['filters']}>
        <ShowSelect variables={variables} showing={showing} show={show} order={order} setOrder={setOrder} />
        {actionsOfFound && matching.length > 1 && matching.length < variables.length && (
          <p className={css['found']}>{actionsOfFound(matching)}</p>
        )}
      </div>
      <ul className={css['list']} aria-label={`${matching.length} variables`}>
        {matching.slice(0, most).map((variable, k) => [
          grouped && variable.group !== matching[k - 1]?.group && (
            <li key={`group ${variable.group}`} className={css['group']}>
              {variable.group === '' ? 'In no group' : variable.group}
            </li>
          ),
          <Item
            key={variable.id}
            variable={variable}
            used={used.has(variable.id)}
            open={open === variable.id}
            toggle={toggle}
            first={first}
            star={star}
            actions={actionsOf && open === variable.id ? actionsOf(variable) : actionsOf ? undefined : null}
          />,
        ])}
        {matching.length > most && <li ref={end} className={css['end']} aria-hidden="true" />}
        {matching.length === 0 && (
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
