import betainc from '@stdlib/math-base-special-betainc';
import { fSurvival } from './distributions.js';
import { logBetaStep, noncentralityWhere } from './noncentral.js';

const NEGLIGIBLE = 1e-17;

/** Above this lambda the mixture has too many terms, and the approximation errs by less than is shown. */
const MIXTURE_UP_TO = 1e6;

/** Patnaik's (1949) approximation: a multiple of a central F. */
function patnaik(x: number, df1: number, df2: number, lambda: number): number {
  const df = (df1 + lambda) ** 2 / (df1 + 2 * lambda);
  return 1 - fSurvival((x * df1) / (df1 + lambda), df, df2);
}

/**
 * P(F <= x) for a noncentral F variable: the Poisson(lambda/2) mixture of incomplete beta functions
 * I(y; a + j, b) with y = df1 x/(df1 x + df2), a = df1/2, b = df2/2, summed outwards from the most likely j with one
 * incomplete beta function and the recurrence I(y; a + 1, b) = I(y; a, b) - y^a (1 - y)^b/(a B(a, b)).
 */
function noncentralFCumulative(x: number, df1: number, df2: number, lambda: number): number {
  if (x <= 0) return 0;
  if (lambda <= 0) return 1 - fSurvival(x, df1, df2);
  if (lambda > MIXTURE_UP_TO) return patnaik(x, df1, df2, lambda);
  const y = (df1 * x) / (df1 * x + df2);
  const [a, b] = [df1 / 2, df2 / 2];
  const half = lambda / 2;
  const mode = Math.floor(half);
  const atMode = betainc(y, a + mode, b, true, false);
  const stepAtMode = Math.exp(logBetaStep(a + mode, b, y));
  let weights = 1;
  let sum = atMode;
  let part = atMode;
  let step = stepAtMode;
  for (let j = mode + 1, weight = 1; weight > NEGLIGIBLE * weights; j++) {
    weight *= half / j;
    part = Math.max(0, part - step);
    step *= (y * (a + j - 1 + b)) / (a + j);
    weights += weight;
    sum += weight * part;
  }
  part = atMode;
  step = stepAtMode;
  for (let j = mode - 1, weight = 1; j >= 0 && weight > NEGLIGIBLE * weights; j--) {
    weight *= (j + 1) / half;
    step *= (a + j + 1) / (y * (a + j + b));
    part = Math.min(1, part + step);
    weights += weight;
    sum += weight * part;
  }
  return sum / weights;
}

/**
 * The noncentrality at which P(F <= x) equals `probability`, or 0 where even lambda = 0 gives less.
 * @example noncentralityOfF(4, 2, 57, 0.025) // 22.18
 */
export function noncentralityOfF(x: number, df1: number, df2: number, probability: number): number {
  return noncentralityWhere((lambda) => noncentralFCumulative(x, df1, df2, lambda), probability, Math.max(1, df1 * x));
}
