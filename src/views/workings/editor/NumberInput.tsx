import { useEffect, useState } from 'react';
import { parseNumber } from '../../../core/codebook/number.js';
import { figure } from '../../../core/recode/band/edges.js';
import kit from '../../../kit/kit.module.css';

interface Props {
  label: string;
  value: number | null;
  /** What an empty field means; without it, a number must stand there. */
  empty?: string | undefined;
  put: (value: number | null) => void;
  className?: string | undefined;
}

/** A field for a number. What is no number stays as it was typed, is marked, and changes nothing. */
export function NumberInput({ label, value, empty, put, className }: Props) {
  const spelled = value === null ? '' : figure(value);
  const [text, setText] = useState(spelled);
  // A change from elsewhere is shown; one that was typed is spelled as it was typed.
  useEffect(() => {
    setText((old) => ((old.trim() === '' ? null : parseNumber(old)) === value ? old : spelled));
  }, [value, spelled]);
  const isWrong = text.trim() === '' ? empty === undefined : parseNumber(text) === null;
  return (
    <input
      className={`${kit['input'] ?? ''} ${className ?? ''}`}
      aria-label={label}
      aria-invalid={isWrong}
      inputMode="decimal"
      placeholder={empty}
      value={text}
      onChange={(event) => {
        const typed = event.target.value;
        setText(typed);
        if (typed.trim() === '') {
          if (empty !== undefined) put(null);
          return;
        }
        const number = parseNumber(typed);
        if (number !== null) put(number);
      }}
    />
  );
}
