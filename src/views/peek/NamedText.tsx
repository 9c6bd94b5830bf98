import { createContext, useContext, useMemo } from 'react';
import { cutNames, type NamedHere } from './cut-names.js';
import { peekAt } from './Peek.js';

/** The variables that texts on this part of the screen may name; none where there is no study. */
export const NamesHere = createContext<readonly NamedHere[]>([]);

/** A text in which every variable's name can be peeked at. */
export function NamedText({ children }: { children: string }) {
  const names = useContext(NamesHere);
  const parts = useMemo(() => cutNames(children, names), [children, names]);
  return (
    <>
      {parts.map(({ text, id }, k) =>
        id === null ? (
          text
        ) : (
          <span key={k} {...peekAt(id)}>
            {text}
          </span>
        ),
      )}
    </>
  );
}
