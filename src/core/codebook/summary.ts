import type { Histogram, NumberSummary } from './summary-shape.js';

export type Weighted = readonly (readonly [value: number, respondents: number])[];

/** Describes values with how often each occurs, sorted upwards by value; null where there are none. */
export function summarize(sorted: Weighted): NumberSummary | null {
  const n = sorted.reduce((sum, [, times]) => sum + times, 0);
  if (n === 0) return null;
  const mean = sorted.reduce((sum, [value, times]) => sum + value * times, 0) / n;
  const squares = sorted.reduce((sum, [value, times]) => sum + times * (value - mean) ** 2, 0);
  const valueAt = (position: number): number => {
    let passed = 0;
    for (const [value, times] of sorted) {
      passed += times;
      if (position < passed) return value;
    }
    return sorted.at(-1)?.[0] ?? NaN;
  };
  const quantile = (q: number): number => {
    const h = (n - 1) * q;
    const low = valueAt(Math.floor(h));
    return low + (h - Math.floor(h)) * (valueAt(Math.ceil(h)) - low);
  };
  return {
    n,
    mean,
    sd: n > 1 ? Math.sqrt(squares / (n - 1)) : null,
    minimum: sorted[0]?.[0] ?? NaN,
    lowerQuartile: quantile(0.25),
    median: quantile(0.5),
    upperQuartile: quantile(0.75),
    maximum: sorted.at(-1)?.[0] ?? NaN,
  };
}

/** Bins values with how often each occurs. Few whole values get a bin each. */
export function histogram(sorted: Weighted, most = 12): Histogram | null {
  const from = sorted[0]?.[0];
  const to = sorted.at(-1)?.[0];
  if (from === undefined || to === undefined) return null;
  const span = to - from;
  const whole = sorted.every(([value]) => Number.isInteger(value));
  const count = span === 0 ? 1 : whole && span < most ? span + 1 : most;
  const bins = new Array<number>(count).fill(0);
  const width = whole && span < most ? 1 : span / count;
  for (const [value, times] of sorted) {
    const bin = span === 0 ? 0 : Math.min(count - 1, Math.floor((value - from) / width));
    bins[bin] = (bins[bin] ?? 0) + times;
  }
  return { from, to, bins };
}
