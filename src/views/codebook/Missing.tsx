import type { RosterVariable } from '../../api/types.js';
import css from './codebook.module.css';

const WIDTH = 34;
/** Missing in a tenth or more is worth a look. */
const MUCH = 0.1;

/** The share of respondents without an answer, as a picture and in figures, and the codes that say so. */
export function Missing({ variable, text }: { variable: RosterVariable; text: string }) {
  const without = variable.missing + variable.blank;
  const share = without / Math.max(1, without + variable.answers);
  const much = share >= MUCH;
  return (
    <span className={css['cell']}>
      <svg className={css['share']} viewBox={`0 0 ${WIDTH} 10`} aria-hidden="true">
        <rect x="0.5" y="0.5" width={WIDTH - 1} height="9" fill="none" stroke="var(--rule)" />
        <rect
          x="0.5"
          y="0.5"
          width={(WIDTH - 1) * share}
          height="9"
          fill={much ? 'var(--caution)' : 'var(--rule-strong)'}
        />
      </svg>
      <span className={much ? css['caution'] : css['soft']}>
        {without === 0 ? 'none' : share < 0.005 ? '< 1%' : `${Math.round(share * 100)}%`}
      </span>
      {text !== '' && ` · ${text}`}
    </span>
  );
}
