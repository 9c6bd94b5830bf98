import type { ReactNode } from 'react';
import css from './bar.module.css';

/**
 * Tools in a line over what they act on.
 * @param label what they act on
 * @param edge it runs along the edge of a pane
 */
export function Bar({ label, edge = false, children }: { label?: string; edge?: boolean; children: ReactNode }) {
  return (
    <div
      className={edge ? css['edge'] : css['bar']}
      role={label === undefined ? undefined : 'group'}
      aria-label={label}
    >
      {children}
    </div>
  );
}

/** Tools that belong together, with what they are for. */
export function BarGroup({ name, children }: { name?: string; children: ReactNode }) {
  return (
    <div className={css['group']}>
      {name !== undefined && <span className={css['name']}>{name}</span>}
      {children}
    </div>
  );
}
