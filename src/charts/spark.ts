import { scaleLinear } from 'd3-scale';
import { element } from './svg.js';

export interface SparkSpec {
  /** Respondents in each category or bin. */
  bars: readonly number[];
  width: number;
  height: number;
  /** Bins touch, categories do not. */
  touching: boolean;
  /** The most that one bar is wide. */
  widest?: number | undefined;
}

/** A small picture of a distribution: one hatched bar for each category or bin. */
export function spark({ bars, width, height, touching, widest = 22 }: SparkSpec): string {
  const y = scaleLinear([0, Math.max(1, ...bars)], [0, height - 2]);
  const step = width / Math.max(1, bars.length);
  const gap = touching || step < 4 ? 0 : 1.5;
  return element(
    'svg',
    { viewBox: `0 0 ${width} ${height}`, width, height, 'aria-hidden': 'true' },
    ...bars.map((value, k) => {
      const tall = value > 0 ? Math.max(1, y(value)) : 0;
      return element('rect', {
        x: k * step + 0.5,
        y: height - 0.5 - tall,
        width: Math.max(0.5, Math.min(step, widest) - gap - 0.5),
        height: tall,
        fill: step < 3 ? 'var(--pen)' : 'url(#pen-spark)',
        stroke: 'var(--pen)',
        'stroke-width': step < 3 ? 0 : 0.9,
      });
    }),
    element('line', {
      x1: 0,
      x2: width,
      y1: height - 0.5,
      y2: height - 0.5,
      stroke: 'var(--rule-strong)',
      'stroke-width': 1,
    }),
  );
}
