import type { KeyboardEvent } from 'react';
import css from './segmented.module.css';

const STEPS: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };

/** One of a few, of which one is on: all of them in sight, by press or by the arrow keys. */
export function Segmented<T extends string>({
  label,
  value,
  of,
  choose,
}: {
  label: string;
  value: T;
  of: readonly (readonly [T, string])[];
  choose: (value: T) => void;
}) {
  const move = (from: number, event: KeyboardEvent<HTMLButtonElement>) => {
    const step = STEPS[event.key];
    const to = step === undefined ? -1 : (from + step + of.length) % of.length;
    const next = of[to];
    if (!next) return;
    event.preventDefault();
    choose(next[0]);
    event.currentTarget.parentElement?.querySelectorAll('button')[to]?.focus();
  };
  return (
    <span role="radiogroup" aria-label={label} className={css['segmented']}>
      {of.map(([id, name], k) => (
        <button
          key={id}
          type="button"
          role="radio"
          aria-checked={id === value}
          tabIndex={id === value ? 0 : -1}
          onClick={() => choose(id)}
          onKeyDown={(event) => move(k, event)}
        >
          {name}
        </button>
      ))}
    </span>
  );
}
