import { useEffect, useId, useMemo, useRef, useState } from 'react';
import css from './kit.module.css';
import { Popover } from './Popover.js';

export interface PickerOption {
  id: number;
  label: string;
  /** Said behind the label, and searched too. */
  hint: string;
  /** Searched but not shown. */
  also?: string | undefined;
}

/** Every word of the search stands somewhere in the text. */
export function matches(text: string, search: string): boolean {
  const lower = text.toLowerCase();
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => lower.includes(word));
}

const SHOWN = 200;

/** A list to choose from by typing, with the keyboard or the mouse. Escape or a click elsewhere closes it. */
export function Picker({
  label,
  options,
  choose,
  close,
  optionProps,
}: {
  label: string;
  options: readonly PickerOption[];
  choose: (id: number) => void;
  close: () => void;
  /** Attributes of an option, by its id. */
  optionProps?: (id: number) => object;
}) {
  const [search, setSearch] = useState('');
  const [active, setActive] = useState(0);
  const input = useRef<HTMLInputElement>(null);
  const id = useId();
  const matching = useMemo(
    () =>
      options
        .filter((option) => matches(`${option.label} ${option.hint} ${option.also ?? ''}`, search))
        .slice(0, SHOWN),
    [options, search],
  );
  useEffect(() => input.current?.focus({ preventScroll: true }), []);
  useEffect(() => {
    document.getElementById(`${id}-${active}`)?.scrollIntoView({ block: 'nearest' });
  }, [active, id]);
  return (
    <Popover close={close}>
      <div className={css['search']}>
        <input
          ref={input}
          className={css['input']}
          role="combobox"
          aria-label={label}
          aria-expanded="true"
          aria-controls={`${id}-list`}
          aria-activedescendant={matching.length > 0 ? `${id}-${active}` : undefined}
          aria-autocomplete="list"
          placeholder={label}
          value={search}
          onChange={(event) => {
            setSearch(event.target.value);
            setActive(0);
          }}
          onKeyDown={(event) => {
            if (event.key === 'ArrowDown') setActive(Math.min(matching.length - 1, active + 1));
            else if (event.key === 'ArrowUp') setActive(Math.max(0, active - 1));
            else if (event.key === 'Enter' && matching[active]) choose(matching[active].id);
            else if (event.key === 'Escape') close();
            else if (event.key === 'Tab') {
              close();
              return;
            } else return;
            event.preventDefault();
            event.stopPropagation();
          }}
        />
      </div>
      <div role="listbox" id={`${id}-list`} aria-label={label} className={css['options']}>
        {matching.map((option, k) => (
          <div
            key={option.id}
            id={`${id}-${k}`}
            role="option"
            aria-selected={k === active}
            className={css['option']}
            onPointerMove={() => setActive(k)}
            onClick={() => choose(option.id)}
            {...optionProps?.(option.id)}
          >
            <span>{option.label}</span>
            <small>{option.hint}</small>
          </div>
        ))}
        {matching.length === 0 && <p className={css['empty']}>Nothing is called “{search}”.</p>}
      </div>
    </Popover>
  );
}
