import type { ReactNode } from 'react';
import css from './editor-shell.module.css';

/**
 * A screen that one works in: a list at the left, the work in the middle, what is said of it at the right, and a line
 * at the foot. The middle and the pane are its children (`Middle`, `Aside`).
 * @param side the list at the left; absent: none
 */
export function EditorShell({ side, foot, children }: { side?: ReactNode; foot?: ReactNode; children: ReactNode }) {
  return (
    <div className={side === undefined ? css['alone'] : css['bench']}>
      {side !== undefined && <div className={css['side']}>{side}</div>}
      {children}
      {foot !== undefined && <footer className={css['status']}>{foot}</footer>}
    </div>
  );
}

/** Where the work is done. @param wide nothing is said of it at its right */
export function Middle({ wide = false, children }: { wide?: boolean; children: ReactNode }) {
  return <div className={`${css['middle'] ?? ''} ${wide ? (css['wide'] ?? '') : ''}`}>{children}</div>;
}

/** What is said of the work, at its right. */
export function Aside({ label, children }: { label: string; children: ReactNode }) {
  return (
    <aside className={css['reading']} aria-label={label}>
      {children}
    </aside>
  );
}
