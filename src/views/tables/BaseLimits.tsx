import type { Shown } from '../../api/types.js';
import { SMALL_BASE } from '../../core/reading/cross/trust.js';
import kit from '../../kit/kit.module.css';
import { MenuButton } from './MenuButton.js';
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
  const change = (limit: (typeof LIMITS)[number][0], text: string) => {
    const value = /^\d{1,6}$/.test(text.trim()) ? Number(text) : undefined;
    const bases = { ...shown.bases, [limit]: value };
    const isSaid = LIMITS.some(([own]) => bases[own] !== undefined);
    setShown({ ...shown, bases: isSaid ? bases : undefined });
  };
  return (
    <MenuButton name="Bases" note="With a weight these are respondents of equal weight.">
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
    </MenuButton>
  );
}
