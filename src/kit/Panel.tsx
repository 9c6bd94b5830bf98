import type { HTMLAttributes, ReactNode } from 'react';
import css from './panel.module.css';

/** A question or a matter in the pane at the side, with what is said of it. */
export function Panel({
  title,
  children,
  ...rest
}: Omit<HTMLAttributes<HTMLElement>, 'title'> & { title?: string; children: ReactNode }) {
  return (
    <section aria-label={title} {...rest} className={css['panel']}>
      {title !== undefined && <h2>{title}</h2>}
      {children}
    </section>
  );
}

/** A closed section of the pane; a click opens it. */
export function PanelBehind({ title, children, ...rest }: HTMLAttributes<HTMLElement> & { title: string }) {
  return (
    <section aria-label={title} {...rest} className={css['panel']}>
      <details>
        <summary className={`${css['question'] ?? ''} ${css['opens'] ?? ''}`}>{title}</summary>
        {children}
      </details>
    </section>
  );
}

/** The answer in a few words. */
export function Verdict({ ok = true, children }: { ok?: boolean; children: ReactNode }) {
  return (
    <p className={css['verdict']} data-ok={ok}>
      {children}
    </p>
  );
}

/** What is to be known besides. */
export function Note({ children }: { children: ReactNode }) {
  return <p className={css['note']}>{children}</p>;
}

/** Words to be taken over into a report, or a recipe as it reads. */
export function Said({ children }: { children: ReactNode }) {
  return <p className={css['said']}>{children}</p>;
}

/** Lines that each begin with a mark. */
export function Marks({ children }: { children: ReactNode }) {
  return <ul className={css['marks']}>{children}</ul>;
}

/** A line with its mark; `ok` false: it is to be minded. */
export function Marked({ mark, ok = true, children }: { mark: string; ok?: boolean; children: ReactNode }) {
  return (
    <li data-ok={ok}>
      <b aria-hidden="true">{mark}</b>
      {children}
    </li>
  );
}
