import { type ReactNode, useRef, useState } from 'react';
import { Button } from '../../kit/kit.js';
import { Popover } from '../../kit/Popover.js';
import css from './figures.module.css';

interface Props {
  /** What the button and its pane are called. */
  name: string;
  title?: string;
  /** What stands beside the button that closes the pane. */
  note: string;
  /** What stands in the pane; it is given what closes it. */
  children: ReactNode | ((close: () => void) => ReactNode);
}

/** A button under a table that opens a pane with choices; closed, the keyboard is on the button again. */
export function MenuButton({ name, title, note, children }: Props) {
  const [open, setOpen] = useState(false);
  const holder = useRef<HTMLSpanElement>(null);
  const close = () => {
    setOpen(false);
    holder.current?.querySelector('button')?.focus();
  };
  return (
    <span className={css['holder']} ref={holder}>
      <Button aria-expanded={open} aria-haspopup="dialog" title={title} onClick={() => setOpen(!open)}>
        {name}…
      </Button>
      {open && (
        <Popover close={close} role="dialog" aria-label={name} className={css['menu']}>
          {typeof children === 'function' ? children(close) : children}
          <p className={css['foot']}>
            <span>{note}</span>
            <Button onClick={close}>Close</Button>
          </p>
        </Popover>
      )}
    </span>
  );
}
