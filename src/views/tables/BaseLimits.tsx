import { useRef, useState } from 'react';
import type { Shown } from '../../api/types.js';
import { SMALL_BASE } from '../../core/reading/cross/trust.js';
import { Button } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { Popover } from '../../kit/Popover.js';
import css from './figures.module.css';

interface Props {
  shown: Shown;
  setShown: (shown: Shown) => void;
}

const LIMITS = [
  ['small', 'Mark a base under', String(SMALL_BASE)],
  ['hide', 'Show no figures on a base under', 'always shown'],
  ['compare', 'Compare no columns on a base under', 'all compared'],
] as const;

/** From how many respondents on a column counts: marked as small, shown at all, compared with others. */
export function BaseLimits({ shown, setShown }: Props) {
  const [open, setOpen] = useState(false);
  const holder = useRef<HTMLSpanElement>(null);
  const close = () => {
    setOpen(false);
    holder.current?.querySelector('button')?.focus();
  };
  const change = (limit: (typeof LIMITS)[number][0], text: string) => {
    const value = /^\d{1,6}$/.test(text.trim()) ? Number(text) : undefined;
    const bases = { ...shown.bases, [limit]: value };
    const isSaid = LIMITS.some(([own]) => bases[own] !== undefined);
    setShown({ ...shown, bases: isSaid ? bases : undefined });
  };
  return (
    <span className={css['holder']} ref={holder}>
      <Button aria-expanded={open} aria-haspopup="dialog" onClick={() => setOpen(!open)}>
        Bases…
      </Button>
      {open && (
        <Popover close={close} role="dialog" aria-label="Bases" className={css['menu']}>
          {LIMITS.map(([limit, words, usual]) => (
            <label key={limit} className={css['limit']}>
              {words}
              <input
                className={kit['input']}
                inputMode="numeric"
                placeholder={usual}
                value={shown.bases?.[limit] ?? ''}
                onChange={({ target }) => change(limit, target.value)}
              />
            </label>
          ))}
          <p className={css['foot']}>
            <span>With a weight these are respondents of equal weight.</span>
            <Button onClick={close}>Close</Button>
          </p>
        </Popover>
      )}
    </span>
  );
}
