import { useContext, useRef, useState } from 'react';
import type { FigureChoice } from '../../../core/table/figure-choice.js';
import { yesLine } from '../../../core/summary/yes-line.js';
import type { BlockView, ItemView } from '../../../core/view/types.js';
import { Button, Field, PlainButton } from '../../../kit/kit.js';
import kit from '../../../kit/kit.module.css';
import { Popover } from '../../../kit/Popover.js';
import { Segmented } from '../../../kit/Segmented.js';
import { peekAt } from '../../peek/Peek.js';
import {
  decimalsIn,
  type SummaryEditing,
  SummaryEdits,
  withDecimalsMore,
  withItem,
  withItemAt,
} from './summary-edits.js';
import css from './summary.module.css';

interface Props {
  item: ItemView;
  block: BlockView;
  /** Which of the rows. */
  at: number;
  /** The text of its line. */
  label: string;
  /** Chooses it to be read. */
  read: (() => void) | undefined;
}

/** What an item is called in this table alone. */
function NameForm({
  item,
  at,
  edits,
  close,
}: Pick<Props, 'item' | 'at'> & { edits: SummaryEditing; close: () => void }) {
  const [name, setName] = useState(item.title);
  const { draft, change } = edits;
  const own = draft.rows[at]?.label;
  const isNew = name.trim() !== '' && name.trim() !== item.title;
  return (
    <form
      className={css['name']}
      onSubmit={(event) => {
        event.preventDefault();
        if (!isNew) return;
        change(withItem(draft, at, { label: name.trim() }));
        close();
      }}
    >
      <Field label="Called, in this table alone">
        <input className={kit['input']} value={name} onChange={(event) => setName(event.target.value)} />
      </Field>
      <PlainButton type="submit" disabled={!isNew}>
        Rename
      </PlainButton>
      {own !== undefined && (
        <Button onClick={() => change(withItem(draft, at, { label: undefined }))}>As in the codebook</Button>
      )}
    </form>
  );
}

/** Which of its categories have a line. */
function LinesSelect({ item, at, edits }: Pick<Props, 'item' | 'at'> & { edits: SummaryEditing }) {
  const { draft, change } = edits;
  const all = item.leaves.map(({ code }) => code);
  const own = draft.rows[at]?.lines;
  const yes = yesLine(item.leaves);
  const single = own ? (own.length === 1 ? own[0] : undefined) : (yes ?? undefined);
  return (
    <Field label="On lines of their own">
      <select
        className={kit['input']}
        value={single ?? ''}
        onChange={({ target }) => {
          const code = target.value;
          // All of a yes or no has to be said; of others it is as usual.
          const lines = code === '' ? (yes === null ? undefined : all) : [code];
          change(withItem(draft, at, { lines: code !== '' && code === yes ? undefined : lines }));
        }}
      >
        <option value="">all its categories</option>
        {item.leaves
          .filter(({ is, code }) => is !== 'net' && code !== '')
          .map(({ code, label }) => (
            <option key={code} value={code}>
              {label} alone
            </option>
          ))}
      </select>
    </Field>
  );
}

/** Whether a number is described in figures, or each of its values has a line. */
function ValuesChoice({ at, edits: { draft, change } }: Pick<Props, 'at'> & { edits: SummaryEditing }) {
  return (
    <Segmented
      label="The number"
      value={draft.rows[at]?.as ?? 'figures'}
      of={[
        ['figures', 'described in figures'],
        ['values', 'each value a line'],
      ]}
      choose={(chosen) => change(withItem(draft, at, { as: chosen === 'values' ? 'values' : undefined }))}
    />
  );
}

/** With how many decimals its figures are written. */
function Decimals({ item, block, at, edits }: Pick<Props, 'item' | 'block' | 'at'> & { edits: SummaryEditing }) {
  const { draft, change } = edits;
  const choices: readonly FigureChoice[] = item.figures ?? [];
  const decimals = decimalsIn(block, choices);
  if (decimals === null) return null;
  const by = (more: number) => change(withItem(draft, at, { figures: withDecimalsMore(block, choices, more) }));
  return (
    <span className={css['decimals']} role="group" aria-label="Decimals">
      <span>Decimals</span>
      <Button aria-label="Fewer decimals" disabled={decimals === 0} onClick={() => by(-1)}>
        −
      </Button>
      <span>{decimals}</span>
      <Button aria-label="More decimals" onClick={() => by(1)}>
        +
      </Button>
    </span>
  );
}

/** What can be done with a variable of a summary. */
function ItemTools(props: Props & { edits: SummaryEditing; close: () => void }) {
  const { item, block, at, edits, close } = props;
  const { draft, change } = edits;
  const last = draft.rows.length - 1;
  const move = (to: number) => {
    change(withItemAt(draft, at, to));
    close();
  };
  return (
    <Popover close={close} role="dialog" aria-label={item.title} className={css['tools']}>
      <NameForm {...{ item, at, edits, close }} />
      {!item.number && item.leaves.length > 1 && <LinesSelect {...{ item, at, edits }} />}
      {edits.listable.has(item.variable) && <ValuesChoice {...{ at, edits }} />}
      <Decimals {...{ item, block, at, edits }} />
      <p className={css['acts']}>
        <Button disabled={at === 0} onClick={() => move(at - 1)}>
          Up
        </Button>
        <Button disabled={at === last} onClick={() => move(at + 1)}>
          Down
        </Button>
        {last > 0 && (
          <Button
            onClick={() => {
              change({ ...draft, rows: draft.rows.filter((_, k) => k !== at) });
              close();
            }}
          >
            Take out
          </Button>
        )}
        <Button onClick={close}>Close</Button>
      </p>
    </Popover>
  );
}

/** The name of a variable in a summary; where it can be edited, a press opens what can be done with it. */
export function SummaryItem(props: Props) {
  const { item, label, read } = props;
  const edits = useContext(SummaryEdits);
  const [open, setOpen] = useState(false);
  const holder = useRef<HTMLSpanElement>(null);
  if (!edits) return <span {...peekAt(item.variable)}>{label}</span>;
  const close = () => {
    setOpen(false);
    holder.current?.querySelector('button')?.focus();
  };
  return (
    <span ref={holder} className={css['holder']}>
      <button
        type="button"
        className={css['item']}
        aria-expanded={open}
        aria-haspopup="dialog"
        {...peekAt(item.variable)}
        onClick={() => {
          read?.();
          setOpen(!open);
        }}
      >
        {label}
      </button>
      {open && <ItemTools {...props} edits={edits} close={close} />}
    </span>
  );
}
