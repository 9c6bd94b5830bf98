import type { ReactNode } from 'react';
import css from './hatch.module.css';

/** Rising for more, falling for fewer; denser where it is stronger. */
export type Ink = 'more1' | 'more2' | 'fewer1' | 'fewer2';

/** The hatch of a cell, under what is written in it. */
export function Hatch({ ink, children }: { ink: Ink | null; children?: ReactNode }) {
  return (
    <span className={`${css['ink'] ?? ''} ${ink ? (css[ink] ?? '') : ''}`} aria-hidden={children === undefined}>
      {children}
    </span>
  );
}

/** A sample of the hatch, as it stands in a key. */
export function HatchSample({ ink, title }: { ink: Ink; title?: string }) {
  return (
    <span className={css['swatch']} title={title} aria-hidden={title === undefined}>
      <Hatch ink={ink} />
    </span>
  );
}
