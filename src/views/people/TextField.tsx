import { type InputHTMLAttributes, useId } from 'react';
import kit from '../../kit/kit.module.css';
import css from './people.module.css';

interface Props extends Omit<InputHTMLAttributes<HTMLInputElement>, 'onChange' | 'id'> {
  label: string;
  /** What is to be known before it is typed. */
  hint?: string;
  change: (text: string) => void;
}

/** A line to type into, with what it is called above it. */
export function TextField({ label, hint, change, ...input }: Props) {
  const id = useId();
  return (
    <div className={css['line']}>
      <label htmlFor={id}>{label}</label>
      <input
        {...input}
        id={id}
        className={kit['input']}
        aria-describedby={hint === undefined ? undefined : `${id}-hint`}
        onChange={(event) => change(event.target.value)}
      />
      {hint !== undefined && <small id={`${id}-hint`}>{hint}</small>}
    </div>
  );
}
