import { type ReactNode, useState } from 'react';
import { byId } from '../../core/by-id.js';
import type { RosterVariable } from '../../api/types.js';
import { titleOf } from '../../core/codebook/types.js';
import { Picker } from '../../kit/Picker.js';
import { peekAt } from '../peek/Peek.js';
import { metaOf, searchText } from '../roster/words.js';
import { ClauseSlots } from './ClauseSlots.js';
import { isBattery } from '../../core/table/battery.js';
import { conditionsOf } from '../../core/table/sentence.js';
import { asSummary } from './summary/summary-edits.js';
import { asBattery, startCondition, withLevel, withoutLevel, withoutRow, withRow } from './draft.js';
import { canStandAcross } from './pair-of-numbers.js';
import { Slot } from './Slot.js';
import type { Draft } from './url.js';
import css from './sentence.module.css';

/** Which slot is open for choosing: a row item, a level of a nest, one of the others, or a condition. */
export type Open =
  | { slot: 'rows'; at: number }
  | { slot: 'by'; nest: number; level: number }
  | { slot: 'within' | 'only' | 'weight' }
  | { slot: 'condition'; at: number }
  | null;

/** A slot that holds one variable, or none yet. */
interface VariableSlot {
  open: NonNullable<Open>;
  /** What it is called, for those who do not see where it stands. */
  name: string;
  /** What stands in it while it is empty. */
  offer: string;
  /** What the list of variables is headed. */
  ask: string;
  variable: number | null;
  from: readonly RosterVariable[];
  put: (id: number) => void;
  remove?: (() => void) | undefined;
}

interface Props {
  draft: Draft;
  variables: readonly RosterVariable[];
  open: Open;
  setOpen: (open: Open) => void;
  change: (draft: Draft) => void;
  /** Opens the sentence as a text; absent: it cannot be one. */
  asText?: () => void;
  /** Takes the last change of the sentence back; absent: there is none. */
  undo?: (() => void) | undefined;
  /** What goes down, where it is more than slots hold; no such sentence stands within a variable. */
  lead?: ReactNode;
}

const isSame = (slot: Open, other: Open) => JSON.stringify(slot) === JSON.stringify(other);

function optionsOf(from: readonly RosterVariable[]) {
  return from
    .filter((variable) => !variable.aside)
    .map((variable) => ({
      id: variable.id,
      label: titleOf(variable),
      hint: metaOf(variable),
      also: searchText(variable),
    }));
}

/** The variables that the slots of a sentence offer, and its slots. */
function placesOf({ draft, variables, change }: Props) {
  const tabular = variables.filter((variable) => variable.countable && variable.level !== 'text');
  const lines = variables.filter(({ countable, level }) => (countable || level === 'number') && level !== 'text');
  const across = variables.filter((variable) => canStandAcross(variable, draft, variables));
  const find = (id: number | undefined) => byId(variables, id);
  const rowPlace = (at: number): VariableSlot => {
    const variableId = draft.rows[at]?.variable ?? null;
    const variable = find(variableId ?? undefined);
    const first = at === 0;
    return {
      open: { slot: 'rows', at },
      name: first ? 'Rows' : `Rows ${at + 1}`,
      offer: first ? 'Choose a variable' : '+ row',
      ask: 'What goes down?',
      variable: variableId,
      from: variable && !lines.includes(variable) ? [...lines, variable] : lines,
      put: (id) => change(withRow(draft, at, id)),
      remove: draft.rows.length > 1 && variableId !== null ? () => change(withoutRow(draft, at)) : undefined,
    };
  };
  const levelPlace = (nest: number, level: number): VariableSlot => {
    const variable = draft.by[nest]?.[level] ?? null;
    const first = nest === 0 && level === 0;
    return {
      open: { slot: 'by', nest, level },
      name: level > 0 ? 'Split by' : first ? 'By' : `By ${nest + 1}`,
      offer: level > 0 ? '+ split by' : first ? '+ by' : '+ also by',
      ask: level > 0 ? 'What splits each of these?' : 'What goes across?',
      variable,
      from: first && draft.by.length <= 1 && (draft.by[0]?.length ?? 0) <= 1 ? across : tabular,
      put: (id) => change(withLevel(draft, nest, level, id)),
      remove: variable === null ? undefined : () => change(withoutLevel(draft, nest, level)),
    };
  };
  const single = (
    slot: 'within' | 'weight',
    words: string,
    ask: string,
    from: readonly RosterVariable[],
  ): VariableSlot => ({
    open: { slot },
    name: words.charAt(0).toUpperCase() + words.slice(1),
    offer: `+ ${words}`,
    ask,
    variable: draft[slot],
    from,
    put: (id) => change({ ...draft, [slot]: id }),
    remove: draft[slot] === null ? undefined : () => change({ ...draft, [slot]: null }),
  });
  const numbers = variables.filter(({ level }) => level === 'number');
  return {
    rows: draft.rows.map((_, at) => rowPlace(at)),
    anotherRow: rowPlace(draft.rows.length),
    nests: draft.by.map((nest, k) => nest.map((_, level) => levelPlace(k, level))),
    anotherNest: levelPlace(draft.by.length, 0),
    anotherLevel: levelPlace(draft.by.length - 1, draft.by.at(-1)?.length ?? 0),
    within: single('within', 'within', 'One table for each category of…', tabular),
    weight: single('weight', 'weighted by', 'Each respondent counts as…', numbers),
  };
}

/** So many variables of a summary stand in its sentence; of more all but one fewer are behind a button. */
const MOST_LISTED = 6;

/** Words between the members of a list: "a, b and c". */
const between = (k: number, length: number) => (k === 0 ? '' : k === length - 1 ? ' and ' : ', ');

/** The sentence that asks for the table. Each noun is a slot: type, use the keyboard, or drop a variable on it. */
export function SentenceLine(props: Props) {
  const { draft, variables, open, setOpen, change, asText, undo, lead } = props;
  const find = (id: number | null) => byId(variables, id);
  const [whole, setWhole] = useState(false);
  const close = () => setOpen(null);
  const slot = (place: VariableSlot) => {
    const variable = find(place.variable);
    const put = (id: number) => {
      place.put(id);
      close();
    };
    return (
      <Slot
        key={JSON.stringify(place.open)}
        name={place.name}
        text={variable ? titleOf(variable) : place.offer}
        filled={variable !== undefined}
        doubt={variable?.holds === false}
        peek={variable?.id}
        open={isSame(open, place.open)}
        toggle={() => setOpen(isSame(open, place.open) ? null : place.open)}
        drop={put}
        remove={place.remove}
      >
        {isSame(open, place.open) && (
          <Picker label={place.ask} optionProps={peekAt} options={optionsOf(place.from)} choose={put} close={close} />
        )}
      </Slot>
    );
  };
  const startOn = (id: number) => {
    const variable = find(id);
    if (!variable) return;
    change({ ...draft, only: [...draft.only, startCondition(variable)] });
    setOpen({ slot: 'condition', at: conditionsOf(draft.only).length });
  };
  const places = placesOf(props);
  const textButton = asText && (
    <button
      type="button"
      className={css['open']}
      title="The whole sentence as a text, to type, paste or copy it"
      onClick={asText}
    >
      as text
    </button>
  );
  if (draft.rows.length === 0 && lead === undefined)
    return (
      <h1 className={css['sentence']}>
        {slot(places.anotherRow)} {textButton}
      </h1>
    );
  const { rows, nests, within, weight } = places;
  // A summary has its variables in its lines.
  const listed = draft.summary && !whole && rows.length > MOST_LISTED ? MOST_LISTED - 1 : rows.length;
  const items = draft.rows.flatMap(({ variable }) => find(variable) ?? []);
  const canBeSummary = !draft.summary && !draft.battery && items.length > 1 && nests.length <= 1;
  const canBeBattery = !draft.battery && !draft.summary && items.length > 1 && nests.length === 0 && isBattery(items);
  const filterable = variables.filter((variable) => variable.level !== 'text');
  return (
    <h1 className={css['sentence']}>
      {draft.summary && (
        <>
          <span className={css['their']}>
            Summary
            <button
              type="button"
              className={css['remove']}
              aria-label="No longer as a summary"
              title="A table each again"
              onClick={() => change(asSummary(draft, false))}
            >
              ×
            </button>
          </span>
          <i> of </i>
        </>
      )}
      {lead ?? (
        <>
          {rows.slice(0, listed).map((place, k) => (
            <span key={k}>
              <i>{between(k, rows.length)}</i>
              {slot(place)}
            </span>
          ))}
          {listed < rows.length && (
            <>
              <i> and </i>
              <button
                type="button"
                className={css['open']}
                title="They stand in the table, too, and can be edited there"
                onClick={() => setWhole(true)}
              >
                {rows.length - listed} more
              </button>
            </>
          )}
        </>
      )}
      {nests.map((levels, k) => (
        <span key={k}>
          <i>{k === 0 ? ' by ' : between(k, nests.length)}</i>
          {levels.map((place, level) => (
            <span key={level}>
              {level > 0 && <i> split by </i>}
              {slot(place)}
            </span>
          ))}
        </span>
      ))}
      {draft.battery && (
        <>
          <i> by </i>
          <span className={css['their']}>
            their answers
            <button
              type="button"
              className={css['remove']}
              aria-label="No longer by their answers"
              title="One frequency table each again"
              onClick={() => change(asBattery(draft, false))}
            >
              ×
            </button>
          </span>
        </>
      )}
      {nests.length > 0 && within.variable !== null && (
        <>
          <i> within </i>
          {slot(within)}
        </>
      )}
      <ClauseSlots
        only={draft.only}
        variables={variables}
        open={open?.slot === 'condition' ? open.at : null}
        setOpen={(at) => setOpen(at === null ? null : { slot: 'condition', at })}
        change={(only) => change({ ...draft, only })}
        drop={startOn}
      />
      {weight.variable !== null && (
        <>
          <i> weighted by </i>
          {slot(weight)}
        </>
      )}{' '}
      {lead === undefined && slot(places.anotherRow)}{' '}
      {canBeBattery && (
        <button
          type="button"
          className={css['open']}
          title="One table: the items down, their answers across"
          onClick={() => change(asBattery(draft, true))}
        >
          + by their answers
        </button>
      )}{' '}
      {canBeSummary && (
        <button
          type="button"
          className={css['open']}
          title="One table: each variable in figures that suit it, all together and by group, with a test of each"
          onClick={() => change(asSummary(draft, true))}
        >
          + as a summary
        </button>
      )}{' '}
      {(nests.length === 0 || !draft.summary) && slot(places.anotherNest)}{' '}
      {nests.length > 0 && slot(places.anotherLevel)}{' '}
      {lead === undefined && nests.length > 0 && within.variable === null && slot(within)}{' '}
      <Slot
        name="Only where"
        text={draft.only.length === 0 ? '+ only where' : '+ and'}
        filled={false}
        open={open?.slot === 'only'}
        toggle={() => setOpen(open?.slot === 'only' ? null : { slot: 'only' })}
        drop={startOn}
      >
        <Picker
          label="Only respondents whose…"
          options={optionsOf(filterable)}
          optionProps={peekAt}
          choose={startOn}
          close={close}
        />
      </Slot>{' '}
      {weight.variable === null && slot(weight)} {textButton}{' '}
      {undo && (
        <button
          type="button"
          className={css['open']}
          title="Takes the last change of the sentence back; Undo at the top is of the study"
          onClick={undo}
        >
          undo
        </button>
      )}
    </h1>
  );
}
