import { scaleLinear } from 'd3-scale';
import { departures } from '../../charts/departures.js';
import { endsOf, sayFigure } from '../../core/sweep/say-ends.js';
import { plainP } from '../../core/sweep/swept-laid-out.js';
import type { SweptLine, SweptMeasure } from '../../core/sweep/types.js';
import { coefficient } from '../../core/reading/words.js';
import { Svg } from '../../kit/Svg.js';
import css from './sweep.module.css';

/** Shown as more than chance. */
const ALPHA = 0.05;

/** The p adjusted over the list, and the p of the table alone. */
export function PCell({ line: { test, adjustedP } }: { line: SweptLine }) {
  if (!test || adjustedP === null) return null;
  return (
    <span className={css['two']}>
      <b className={adjustedP < ALPHA ? undefined : css['weak']}>{plainP(adjustedP)}</b>
      <small>alone {plainP(test.p)}</small>
    </span>
  );
}

const WIDTH = 84;

/** A measure with its interval, from 0 to 1. */
export function StrengthCell({ measure }: { measure: SweptMeasure | null }) {
  if (!measure) return null;
  const { symbol, value, lower, upper } = measure;
  const x = scaleLinear([0, 1], [4, WIDTH - 4]).clamp(true);
  const interval = lower === null || upper === null ? null : `${coefficient(lower)} to ${coefficient(upper)}`;
  return (
    <span className={css['strength']}>
      <span className={css['two']}>
        <b>
          {symbol} {coefficient(value)}
        </b>
        <small>{interval ?? 'no interval'}</small>
      </span>
      <svg width={WIDTH} height="14" viewBox={`0 0 ${WIDTH} 14`} aria-hidden="true">
        <line x1="4" x2={WIDTH - 4} y1="7" y2="7" stroke="var(--rule)" strokeWidth="2" />
        {lower !== null && upper !== null && (
          <line x1={x(lower)} x2={x(upper)} y1="7" y2="7" stroke="var(--pen)" strokeWidth="3.5" strokeLinecap="round" />
        )}
        <circle cx={x(value)} cy="7" r="4" fill="var(--pen)" />
      </svg>
    </span>
  );
}

/** Which groups stand over all together, and which under it. */
export function DirectionCell({ line: { direction } }: { line: SweptLine }) {
  const ends = direction && endsOf(direction);
  if (!direction || !ends) return null;
  const groups = direction.groups.map(({ label, value }) => ({
    label,
    value,
    said: value === null ? 'nobody' : sayFigure(direction, value),
  }));
  const { high, low } = ends;
  return (
    <span className={css['direction']} title={groups.map(({ label, said }) => `${label} ${said}`).join(', ')}>
      <Svg markup={departures({ groups, all: direction.all, width: 96, height: 34 })} />
      <span className={css['two']}>
        {direction.of}
        <small>
          {high.label} {sayFigure(direction, high.value)}, {low.label} {sayFigure(direction, low.value)}
        </small>
      </span>
    </span>
  );
}
