import type { ReactNode } from 'react';
import css from './list.module.css';

/** Things one below the other, each with what can be done with it. */
export function List({ busy, children }: { busy?: boolean; children: ReactNode }) {
  return (
    <ul className={css['list']} aria-busy={busy}>
      {children}
    </ul>
  );
}

/**
 * One thing of a list.
 * @param children its heading, and a line on it
 * @param acts what can be done with it, beside it
 * @param below what belongs to it and takes the whole width
 */
export function ListItem({ children, acts, below }: { children: ReactNode; acts?: ReactNode; below?: ReactNode }) {
  return (
    <li className={css['item']}>
      <div>{children}</div>
      {acts !== undefined && <p className={css['acts']}>{acts}</p>}
      {below !== undefined && <div className={css['below']}>{below}</div>}
    </li>
  );
}
