import betainc from '@stdlib/math-base-special-betainc';
import { border } from './border.js';
import { normalUpper } from './distributions.js';
import { logBetaStep, logGamma } from './noncentral.js';

const NEGLIGIBLE = 1e-17;

/** Between 0 and a t whose square is less than this nothing lies that could be told. */
const NO_MORE_THAN_NOTHING = 1e-200;

/** Above this delta²/2 the sum has too many terms, and the approximation errs by less than is shown. */
const TERMS_UP_TO = 1e6;

/** A sum over j of weights times I(y; a + j, b), outwards from the most likely j. */
function mixture(half: number, y: number, a: number, b: number): number {
  const mode = Math.floor(half);
  const weightAtMode = Math.exp(mode * Math.log(half) - half - logGamma(a + mode + 0.5));
  const atMode = betainc(y, a + mode, b, true, false);
  const stepAtMode = Math.exp(logBetaStep(a + mode, b, y));
  let sum = weightAtMode * atMode;
  let [weight, part, step] = [weightAtMode, atMode, stepAtMode];
  for (let j = mode + 1; weight > NEGLIGIBLE * weightAtMode; j++) {
    weight *= half / (a + j - 0.5);
    part = Math.max(0, part - step);
    step *= (y * (a + j - 1 + b)) / (a + j);
    sum += weight * part;
  }
  [weight, part, step] = [weightAtMode, atMode, stepAtMode];
  for (let j = mode - 1; j >= 0 && weight > NEGLIGIBLE * weightAtMode; j--) {
    weight *= (a + j + 0.5) / half;
    step *= (a + j + 1) / (y * (a + j + b));
    part = Math.min(1, part + step);
    sum += weight * part;
  }
  return sum;
}

/**
 * P(T <= t) for a noncentral t variable, by the series of incomplete beta functions (Lenth 1989, AS 243): the even
 * terms weighted by (delta²/2)^j/j!, the odd ones by (delta²/2)^j/gamma(j + 3/2), both times e^(-delta²/2).
 * @example noncentralTCumulative(2, 10, 1) // 0.8076
 */
export function noncentralTCumulative(t: number, df: number, delta: number): number {
  if (t < 0) return 1 - noncentralTCumulative(-t, df, -delta);
  const half = delta ** 2 / 2;
  if (half > TERMS_UP_TO) return normalUpper((delta - t) / Math.sqrt(1 + t ** 2 / (2 * df)));
  const below = normalUpper(delta);
  const y = t ** 2 / (t ** 2 + df);
  if (y < NO_MORE_THAN_NOTHING) return below;
  if (half === 0) return below + betainc(y, 0.5, df / 2, true, false) / 2;
  const even = mixture(half, y, 0.5, df / 2);
  const odd = (delta / Math.SQRT2) * mixture(half, y, 1, df / 2);
  return Math.min(1, Math.max(0, below + (even + odd) / 2));
}

/**
 * The noncentrality at which P(T <= t) equals `probability`; it falls as delta grows.
 * @example noncentralityOfT(2, 10, 0.025) // 4.101
 */
export function noncentralityOfT(t: number, df: number, probability: number): number {
  const isBelow = (delta: number) => noncentralTCumulative(t, df, delta) <= probability;
  const reach = Math.abs(t) + 10;
  let [low, high] = [t - reach, t + reach];
  while (isBelow(low)) low -= reach;
  while (!isBelow(high)) high += reach;
  return border(high, low, isBelow);
}
