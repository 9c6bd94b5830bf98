import type { Ink } from '../core/view/ink.js';
import css from './hatch.module.css';

interface Props {
  ink: Ink;
  /** What it says, for those who do not see it; absent: something beside it says so. */
  name?: string;
}

/** The hatch of a cell, beside what is written in it. */
export function Hatch({ ink, name }: Props) {
  const named = name === undefined ? { 'aria-hidden': true } : { role: 'img', 'aria-label': name };
  return <span className={`${css['ink'] ?? ''} ${css[ink] ?? ''}`} {...named} />;
}

/** A sample of the hatch, as it stands in a key. */
export function HatchSample({ ink, title }: { ink: Ink; title?: string }) {
  return (
    <span className={css['swatch']} title={title} aria-hidden={title === undefined}>
      <Hatch ink={ink} />
    </span>
  );
}
