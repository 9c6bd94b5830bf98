import { type ButtonHTMLAttributes, type ReactNode, useEffect } from 'react';
import css from './kit.module.css';

type ButtonProps = ButtonHTMLAttributes<HTMLButtonElement>;

/** An action in a line of text. */
export function Button(props: ButtonProps) {
  return <button type="button" {...props} className={css['button']} />;
}

/** The one action that a screen is for. */
export function MainButton(props: ButtonProps) {
  return <button type="button" {...props} className={css['main']} />;
}

export function PlainButton(props: ButtonProps) {
  return <button type="button" {...props} className={css['plain']} />;
}

/** Something that is on or off. */
export function Toggle({ on, ...props }: ButtonProps & { on: boolean }) {
  return <button type="button" {...props} aria-pressed={on} className={css['toggle']} />;
}

/** One of several, of which one is on. */
export function Choice<T extends string>({
  label,
  value,
  of,
  choose,
}: {
  label: string;
  value: T;
  of: readonly (readonly [T, string])[];
  choose: (value: T) => void;
}) {
  return (
    <span role="radiogroup" aria-label={label}>
      {of.map(([id, name], k) => (
        <button
          key={id}
          type="button"
          role="radio"
          aria-checked={id === value}
          tabIndex={id === value ? 0 : -1}
          className={css['toggle']}
          onClick={() => choose(id)}
          onKeyDown={(event) => {
            const step =
              event.key === 'ArrowRight' || event.key === 'ArrowDown'
                ? 1
                : event.key === 'ArrowLeft' || event.key === 'ArrowUp'
                  ? -1
                  : 0;
            if (step === 0) return;
            event.preventDefault();
            const next = of[(k + step + of.length) % of.length];
            if (!next) return;
            choose(next[0]);
            const siblings = event.currentTarget.parentElement?.querySelectorAll('button');
            siblings?.[of.indexOf(next)]?.focus();
          }}
        >
          {name}
        </button>
      ))}
    </span>
  );
}

export function Field({ label, children }: { label: string; children: ReactNode }) {
  return (
    <label className={css['field']}>
      <span>{label}</span>
      {children}
    </label>
  );
}

/** What went wrong and what to do, where it went wrong. */
export function Problem({
  detail,
  mend,
  dismiss,
  again,
}: {
  detail: string;
  mend: string;
  dismiss?: (() => void) | undefined;
  /** Does it all the same, in the place of what somebody else did meanwhile. */
  again?: (() => void) | undefined;
}) {
  return (
    <div className={css['problem']} role="alert">
      <p>
        <strong>{detail}</strong> {mend}
      </p>
      {again && <Button onClick={again}>Put mine in its place</Button>}
      {dismiss && <Button onClick={dismiss}>{again ? 'Leave it as it is now' : 'Close'}</Button>}
    </div>
  );
}

/** A short word that something was done; goes by itself. */
export function Toast({ text, done }: { text: string | null; done: () => void }) {
  useEffect(() => {
    if (text === null) return;
    const timer = setTimeout(done, 3500);
    return () => clearTimeout(timer);
  }, [text, done]);
  return (
    <div role="status" aria-live="polite">
      {text !== null && <div className={css['toast']}>{text}</div>}
    </div>
  );
}

export function Wait({ children }: { children: ReactNode }) {
  return <p className={css['wait']}>{children}</p>;
}

export function Keys({ of }: { of: readonly (readonly [string, string])[] }) {
  return (
    <span className={css['keys']}>
      {of.map(([key, what]) => (
        <span key={key}>
          <kbd>{key}</kbd>
          {what}
        </span>
      ))}
    </span>
  );
}
