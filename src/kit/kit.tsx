import { type ButtonHTMLAttributes, type ReactNode, useEffect } from 'react';
import css from './kit.module.css';

type ButtonProps = ButtonHTMLAttributes<HTMLButtonElement>;

/** An action in a line of text. */
export function Button(props: ButtonProps) {
  return <button type="button" {...props} className={css['button']} />;
}

/** An action in a row that is no taller than a line of text. */
export function InlineButton(props: ButtonProps) {
  return <button type="button" {...props} className={css['inline']} />;
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

/** A control with what it is called. */
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
    <div role="status" aria-live="polite" className={css['toasts']}>
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
