import { type ReactNode, useState } from 'react';
import { peekAt } from '../peek/Peek.js';
import { VARIABLE_DRAG } from '../roster/Roster.js';
import css from './sentence.module.css';

interface Props {
  name: string;
  text: string;
  filled: boolean;
  /** The proof of the working that made the variable fails. */
  doubt?: boolean | undefined;
  /** The variable that it holds. */
  peek?: number | undefined;
  open: boolean;
  toggle: () => void;
  drop: (variable: number) => void;
  remove?: (() => void) | undefined;
  children: ReactNode;
}

/** A noun of the sentence: pressed, it offers others; a variable can be dropped on it. */
export function Slot({ name, text, filled, doubt = false, peek, open, toggle, drop, remove, children }: Props) {
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
      {open && children}
    </span>
  );
}
