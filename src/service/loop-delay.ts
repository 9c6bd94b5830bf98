import { type IntervalHistogram, monitorEventLoopDelay } from 'node:perf_hooks';

/** How long the server's own thread was kept from answering, in milliseconds. */
export interface LoopDelay {
  p99: number;
  most: number;
}

const RESOLUTION_MS = 10;
/** What was longer ago is forgotten. */
const FORGET_MS = 5 * 60_000;

/** Watches how long whatever runs in the server's own thread keeps it from answering. */
export function watchLoopDelay(): { now: () => LoopDelay; stop: () => void } {
  const histogram: IntervalHistogram = monitorEventLoopDelay({ resolution: RESOLUTION_MS });
  histogram.enable();
  const forget = setInterval(() => histogram.reset(), FORGET_MS).unref();
  // What is measured is the time between two looks; those that come in time are no delay.
  const ms = (nanoseconds: number) => Math.max(0, Math.round(nanoseconds / 1e6) - RESOLUTION_MS) || 0;
  return {
    now: () => ({ p99: ms(histogram.percentile(99)), most: ms(histogram.max) }),
    stop: () => {
      clearInterval(forget);
      histogram.disable();
    },
  };
}
