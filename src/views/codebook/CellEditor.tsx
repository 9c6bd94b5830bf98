import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import type { CodeList } from '../../api/types.js';
import type { CodebookField } from '../../core/codebook/cell-text.js';
import { type Level, LEVEL_WORDS } from '../../core/codebook/types.js';
import { listsByName } from './grid-edits.js';
import css from './codebook.module.css';

interface Props {
  field: CodebookField;
  label: string;
  text: string;
  levels: readonly Level[];
  lists: readonly CodeList[];
  /** More than one cell is selected: Ctrl and Enter keep the text in all of them. */
  isLong: boolean;
  /** Each change of the text, so that a reload does not lose it. */
  typed: (text: string) => void;
  commit: (text: string, how: 'down' | 'right' | 'stay' | 'all') => void;
  cancel: () => void;
}

const HINTS: Partial<Record<CodebookField, string>> = {
  codes: '1 = Yes; 2 = No, or a list',
  missing: "8 don't know; 9 refused",
};

/** One cell of the grid while it is typed in. Enter keeps it and goes down, Tab to the right, Escape leaves it. */
export function CellEditor({ field, label, text: begun, levels, lists, isLong, typed, commit, cancel }: Props) {
  const [text, setText] = useState(begun);
  const input = useRef<HTMLInputElement & HTMLSelectElement>(null);
  // What is committed by a key is not committed again when the field goes.
  const done = useRef(false);
  useEffect(() => {
    input.current?.focus({ preventScroll: true });
  }, []);
  const finish = (how: Parameters<Props['commit']>[1], value = text) => {
    if (done.current) return;
    done.current = true;
    commit(value, how);
  };
  const pressed = (event: KeyboardEvent) => {
    event.stopPropagation();
    if (event.key === 'Escape') {
      done.current = true;
      cancel();
    } else if (event.key === 'Enter') finish(isLong && (event.ctrlKey || event.metaKey) ? 'all' : 'down');
    else if (event.key === 'Tab' && !event.shiftKey) finish('right');
    else return;
    event.preventDefault();
  };
  if (field === 'level') {
    return (
      <select
        ref={input}
        className={css['editor']}
        aria-label={label}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          if (!isLong) finish('stay', event.target.value);
        }}
        onKeyDown={pressed}
        onBlur={() => finish('stay')}
      >
        {levels.map((level) => (
          <option key={level} value={LEVEL_WORDS[level]}>
            {LEVEL_WORDS[level]}
          </option>
        ))}
      </select>
    );
  }
  return (
    <>
      <input
        ref={input}
        className={css['editor']}
        aria-label={label}
        list={field === 'codes' ? 'lists-by-name' : undefined}
        placeholder={HINTS[field]}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          typed(event.target.value);
        }}
        onKeyDown={pressed}
        onPaste={(event) => event.stopPropagation()}
        onCopy={(event) => event.stopPropagation()}
        onBlur={() => finish('stay')}
      />
      {field === 'codes' && (
        <datalist id="lists-by-name">
          {[...listsByName(lists).keys()].map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
      )}
    </>
  );
}
