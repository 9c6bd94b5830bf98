import type { SweepSort } from '../../core/sweep/sweep-shape.js';
import css from './sweep.module.css';

interface SortHeadingProps {
  column: { heading: string; sort?: SweepSort };
  sort: SweepSort;
  choose: (sort: SweepSort) => void;
}

/** A heading that sorts by what stands under it. */
export function SortHeading({ column: { heading, sort: own }, sort, choose }: SortHeadingProps) {
  if (!own) return heading;
  return (
    <button type="button" className={css['sort']} aria-pressed={sort === own} onClick={() => choose(own)}>
      {heading}
      {sort === own && <span aria-hidden="true"> ↓</span>}
    </button>
  );
}
