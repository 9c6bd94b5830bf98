import { radioKeys } from './radio-keys.js';
import css from './segmented.module.css';

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
  const ids = of.map(([id]) => id);
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
          onKeyDown={radioKeys(ids, k, choose)}
        >
          {name}
        </button>
      ))}
    </span>
  );
}
