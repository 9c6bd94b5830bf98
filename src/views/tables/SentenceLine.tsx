import { useState } from 'react';
import type { RosterVariable, SentenceBody } from '../../api/types.js';
import { titleOf } from '../../core/codebook/types.js';
import { sayTest } from '../../core/table/sentence.js';
import { Picker } from '../../kit/Picker.js';
import { VARIABLE_DRAG } from '../roster/Roster.js';
import { metaOf, searchText } from '../roster/words.js';
import { ConditionEditor } from './ConditionEditor.js';
import type { Draft } from './url.js';
import css from './sentence.module.css';
import { peekAt } from '../peek/Peek.js';

type Condition = SentenceBody['only'][number];

/** Which slot is open for choosing. */
export type Open = { slot: 'rows' | 'by' | 'within' | 'only' | 'weight' } | { slot: 'condition'; at: number } | null;

interface Props {
  draft: Draft;
  variables: readonly RosterVariable[];
  open: Open;
  setOpen: (open: Open) => void;
  change: (draft: Draft) => void;
}

/** Where a condition starts: all answers of a coded variable, or any number. */
export function startCondition(variable: RosterVariable): Condition {
  return variable.level === 'number'
    ? { variable: variable.id, is: 'between', from: null, to: null }
    : { variable: variable.id, is: 'any-of', codes: [] };
}

/** Whether a condition says anything yet. */
export function isComplete(condition: Condition): boolean {
  if (condition.is === 'between') return condition.from !== null || condition.to !== null;
  return condition.is === 'at-least' || condition.codes.length > 0;
}

/** The sentence that asks for the table. Each noun is a slot: type, use the keyboard, or drop a variable on it. */
export function SentenceLine({ draft, variables, open, setOpen, change }: Props) {
  const find = (id: number | null) => variables.find((variable) => variable.id === id);
  const rows = find(draft.rows);
  const by = find(draft.by);
  const tabular = variables.filter((variable) => variable.countable && variable.level !== 'text');
  const filterable = variables.filter((variable) => variable.level !== 'text');
  const options = (from: readonly RosterVariable[]) =>
    from
      .filter((variable) => !variable.aside)
      .map((variable) => ({
        id: variable.id,
        label: titleOf(variable),
        hint: metaOf(variable),
        also: searchText(variable),
      }));
  const close = () => setOpen(null);
  const numbers = variables.filter(({ level }) => level === 'number');
  const put = (slot: 'rows' | 'by' | 'within' | 'only' | 'weight', id: number) => {
    if (slot === 'only') {
      const variable = find(id);
      if (!variable) return;
      change({ ...draft, only: [...draft.only, startCondition(variable)] });
      setOpen({ slot: 'condition', at: draft.only.length });
      return;
    }
    change({ ...draft, [slot]: id });
    close();
  };
  /** A slot for one variable: in the sentence once it is filled, and offered at its end until then. */
  const named = (slot: 'by' | 'within' | 'weight', words: string, ask: string, from: readonly RosterVariable[]) => {
    const variable = find(draft[slot]);
    return (
      <span key={slot}>
        {variable ? <i> {words} </i> : ' '}
        <Slot
          name={words.charAt(0).toUpperCase() + words.slice(1)}
          text={variable ? titleOf(variable) : `+ ${words}`}
          filled={variable !== undefined}
          doubt={variable?.holds === false}
          peek={variable?.id}
          open={open?.slot === slot}
          toggle={() => setOpen(open?.slot === slot ? null : { slot })}
          drop={(id) => put(slot, id)}
          remove={variable ? () => change({ ...draft, [slot]: null }) : undefined}
        >
          <Picker
            label={ask}
            optionProps={peekAt}
            options={options(from)}
            choose={(id) => put(slot, id)}
            close={close}
          />
        </Slot>
      </span>
    );
  };
  const slots = {
    by: named('by', 'by', 'What goes across?', tabular),
    within: by ? named('within', 'within', 'One table for each category of…', tabular) : null,
    weight: named('weight', 'weighted by', 'Each respondent counts as…', numbers),
  };
  const filled = (slot: keyof typeof slots) => find(draft[slot]) !== undefined;
  const offered = (slot: keyof typeof slots) => (filled(slot) ? null : slots[slot]);
  return (
    <h1 className={css['sentence']}>
      <Slot
        name="Rows"
        text={rows ? titleOf(rows) : 'Choose a variable'}
        peek={rows?.id}
        filled={rows !== undefined}
        doubt={rows?.holds === false}
        open={open?.slot === 'rows'}
        toggle={() => setOpen(open?.slot === 'rows' ? null : { slot: 'rows' })}
        drop={(id) => put('rows', id)}
      >
        <Picker
          label="What goes down?"
          options={options(rows && !rows.countable ? [...tabular, rows] : tabular)}
          choose={(id) => put('rows', id)}
          close={close}
        />
      </Slot>
      {rows && (
        <>
          {filled('by') && slots.by}
          {filled('within') && slots.within}
          {draft.only.map((condition, at) => {
            const variable = find(condition.variable);
            if (!variable) return null;
            return (
              <span key={`${at}-${condition.variable}`}>
                <i>{at === 0 ? ' only where ' : ' and '}</i>
                <Slot
                  name={`Condition ${at + 1}`}
                  peek={variable.id}
                  text={`${titleOf(variable)} ${isComplete(condition) ? sayTest(condition, variable) : '…'}`}
                  filled
                  doubt={!variable.holds}
                  open={open?.slot === 'condition' && open.at === at}
                  toggle={() =>
                    setOpen(open?.slot === 'condition' && open.at === at ? null : { slot: 'condition', at })
                  }
                  drop={(id) => put('only', id)}
                  remove={() => {
                    change({ ...draft, only: draft.only.filter((_, k) => k !== at) });
                    close();
                  }}
                >
                  <ConditionEditor
                    condition={condition}
                    variable={variable}
                    change={(next) => change({ ...draft, only: draft.only.map((one, k) => (k === at ? next : one)) })}
                    close={close}
                  />
                </Slot>
              </span>
            );
          })}
          {filled('weight') && slots.weight}
          {offered('by')}
          {offered('within')}{' '}
          <Slot
            name="Only where"
            text={draft.only.length === 0 ? '+ only where' : '+ and'}
            filled={false}
            doubt={false}
            open={open?.slot === 'only'}
            toggle={() => setOpen(open?.slot === 'only' ? null : { slot: 'only' })}
            drop={(id) => put('only', id)}
          >
            <Picker
              label="Only respondents whose…"
              options={options(filterable)}
              optionProps={peekAt}
              choose={(id) => put('only', id)}
              close={close}
            />
          </Slot>
          {offered('weight')}
        </>
      )}
    </h1>
  );
}

interface SlotProps {
  name: string;
  text: string;
  filled: boolean;
  doubt: boolean;
  /** The variable that it holds. */
  peek?: number | undefined;
  open: boolean;
  toggle: () => void;
  drop: (variable: number) => void;
  remove?: (() => void) | undefined;
  children: React.ReactNode;
}

function Slot({ name, text, filled, doubt, peek, open, toggle, drop, remove, children }: SlotProps) {
  const [over, setOver] = useState(false);
  return (
    <span
      className={css['holder']}
      data-over={over}
      onDragOver={(event) => {
        if (!event.dataTransfer.types.includes(VARIABLE_DRAG)) return;
        event.preventDefault();
        event.dataTransfer.dropEffect = 'copy';
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        setOver(false);
        const id = Number(event.dataTransfer.getData(VARIABLE_DRAG));
        if (!id) return;
        event.preventDefault();
        drop(id);
      }}
    >
      <button
        type="button"
        className={filled ? css['slot'] : css['open']}
        aria-label={`${name}: ${text}`}
        aria-expanded={open}
        aria-haspopup="listbox"
        onClick={toggle}
        {...(peek !== undefined && !open ? peekAt(peek) : {})}
      >
        {doubt && (
          <span className={css['doubt']} title="The proof of this working fails">
            !
          </span>
        )}
        {text}
      </button>
      {remove && (
        <button type="button" className={css['remove']} aria-label={`Take out ${text}`} onClick={remove}>
          ×
        </button>
      )}
      {open && <span className={css['anchor']}>{children}</span>}
    </span>
  );
}
