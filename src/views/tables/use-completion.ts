import { type KeyboardEvent, type RefObject, useId, useMemo, useState } from 'react';
import { flushSync } from 'react-dom';
import type { Variable } from '../../core/codebook/types.js';
import { type Completion, completions } from '../../core/table/complete-sentence.js';

interface Completing {
  text: string;
  setText: (text: string) => void;
  field: RefObject<HTMLTextAreaElement | null>;
  variables: readonly Variable[];
}

/** What a field offers while a sentence is typed into it, and how it is taken with the keyboard. */
export function useCompletion({ text, setText, field, variables }: Completing) {
  const id = useId();
  /** What is typed up to here; null: nothing is offered. */
  const [caret, setCaret] = useState<number | null>(null);
  const [active, setActive] = useState(-1);
  const options = useMemo(
    () => (caret === null ? [] : completions(text.slice(0, caret), variables)),
    [text, caret, variables],
  );
  const typed = (at: number) => {
    setCaret(at);
    setActive(-1);
  };
  const choose = ({ from, to, text: written }: Completion) => {
    const next = text.slice(0, from) + written;
    // The field has its new text at once, before the next key.
    flushSync(() => {
      setText(next + text.slice(to));
      typed(next.length);
    });
    field.current?.focus();
    field.current?.setSelectionRange(next.length, next.length);
  };
  /** Whether a key was for what is offered. */
  const pressed = (event: KeyboardEvent): boolean => {
    const [first] = options;
    const chosen = options[active];
    if (!first) return false;
    const { key, shiftKey } = event;
    if (key === 'ArrowDown') setActive(Math.min(active + 1, options.length - 1));
    else if (key === 'ArrowUp' && active >= 0) setActive(active - 1);
    else if (key === 'Tab' && !shiftKey) choose(chosen ?? first);
    else if (key === 'Enter' && chosen) choose(chosen);
    else if (key === 'Escape') setCaret(null);
    else return false;
    event.preventDefault();
    return true;
  };
  return {
    typed,
    pressed,
    offered: { id, options, active, choose },
    attributes: {
      'aria-autocomplete': 'list',
      'aria-controls': options.length > 0 ? id : undefined,
      'aria-activedescendant': options[active] ? `${id}-${active}` : undefined,
      onBlur: () => setCaret(null),
    } as const,
  };
}
